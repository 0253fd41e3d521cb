/** Joined contacts as they are typed: "1-2, 9-10". */
export const netsText = (nets: readonly (readonly number[])[]): string =>
  nets.map((net) => net.join("-")).join(", ");

/** What was typed of joined contacts; NaN where something is no number, for the schema to refuse. */
export const netsOf = (text: string): number[][] =>
  text
    .split(",")
    .map((net) => net.trim())
    .filter(Boolean)
    .map((net) => net.split("-").map((number) => (number.trim() === "" ? NaN : Number(number))));
