import type { Connector, Family, MovedPart, ScrewSize } from "../stack/family.ts";

/** What comes off on the way in, in the order in which it does. */
export type OpeningItem =
  | { kind: "screws"; key: string; size: ScrewSize }
  | { kind: "power"; key: string }
  | { kind: "connector"; key: string; connector: Connector }
  | { kind: "part"; key: string; part: MovedPart };

/** Liners belong to new parts: they are peeled on the way, not taken out on the way in. */
export const linersOf = (family: Pick<Family, "parts">): MovedPart[] =>
  family.parts.filter((part) => part.kind === "liner");

/** How many liners the new parts of a family bring: so many must lie on the bench before it is shut. */
export const linerCount = (family: Pick<Family, "parts">): number =>
  linersOf(family).reduce((sum, { count }) => sum + count, 0);

/** A part as it is spoken of, with how many there are. */
export const partName = ({ name, count }: Pick<MovedPart, "name" | "count">): string =>
  count > 1 ? `${name}, ${count} of them` : name;

/** The way in: screws by size, then the power, then connectors, then the parts. */
export function openingOrder(family: Pick<Family, "screws" | "connectors" | "parts">): OpeningItem[] {
  return [
    ...family.screws.map((size): OpeningItem => ({ kind: "screws", key: `screws-${size.key}`, size })),
    { kind: "power", key: "power" },
    ...family.connectors.map((connector): OpeningItem => ({
      kind: "connector",
      key: `connector-${connector.key}`,
      connector,
    })),
    ...family.parts
      .filter((part) => part.kind !== "liner")
      .map((part): OpeningItem => ({ kind: "part", key: `part-${part.key}`, part })),
  ];
}

/**
 * The way back: the way in, reversed. Connectors are reversed in the order in which they were really opened (`opened`,
 * their keys); one that was never opened has nothing to be closed.
 */
export function closingOrder(
  family: Pick<Family, "screws" | "connectors" | "parts">,
  opened: readonly string[],
): OpeningItem[] {
  const order = openingOrder(family);
  const connectors = opened.flatMap((key) =>
    order.filter((item) => item.kind === "connector" && item.connector.key === key),
  );
  let next = 0;
  return order
    .flatMap((item) => {
      if (item.kind !== "connector") return [item];
      const inTurn = connectors[next];
      next += 1;
      return inTurn ? [inTurn] : [];
    })
    .reverse();
}
