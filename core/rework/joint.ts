import { alloyNamed } from "../materials/alloys.ts";
import type { Family, Joint } from "../stack/family.ts";

/** What is assumed where a family says nothing of its joint. Assumed: a small flex. */
const USUAL: Joint = { name: "flex", contacts: 8, rows: 1, pins: 2, nets: [], delicate: false };

export const jointOf = (family: Pick<Family, "joint">): Joint => family.joint ?? USUAL;

/** What to mind of a solder, by itself and over what was there before. */
export function alloyCautions({ alloy, before }: { alloy: string; before: string }): string[] {
  const { liquidusC } = alloyNamed("Sn42Bi58");
  const cautions: string[] = [];
  const isLow = alloy === "Sn42Bi58";
  if (isLow || before === "Sn42Bi58") {
    cautions.push(
      `A low-temperature joint softens long before its ${liquidusC.value} °C: no hot plate above 100 °C and no hot air near it from now on. Write it on the panel.`,
    );
  }
  if ((isLow && before === "Sn63Pb37") || (alloy === "Sn63Pb37" && before === "Sn42Bi58")) {
    cautions.push(
      "Lead and bismuth together melt at about 96 °C (ternary eutectic, from memory): clear every trace of the old solder.",
    );
  }
  if (before === "unknown") {
    cautions.push(
      "Not known what was there before: clear it with braid, take it for leaded, and do not mix.",
    );
  }
  if (alloy === "Sn63Pb37" || before === "Sn63Pb37") {
    cautions.push(
      "Lead: gloves or washed hands, fumes drawn off; where the law forbids it in what is sold, it is not used.",
    );
  }
  return cautions;
}
