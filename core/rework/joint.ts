import type { Family, Joint } from "../stack/family.ts";

/** What is assumed where a family says nothing of its joint. Assumed: a small flex. */
const USUAL: Joint = { name: "flex", contacts: 8, rows: 1, pins: 2, nets: [], ends: false, delicate: false };

export const jointOf = (family: Pick<Family, "joint">): Joint => family.joint ?? USUAL;
