/** Solder alloys by name; what each wants stands in the library. */
export const alloyNames = ["Sn63Pb37", "SAC305", "Sn42Bi58"] as const;
export type AlloyName = (typeof alloyNames)[number];
