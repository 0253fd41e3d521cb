import { alloyNamed } from "../materials/alloys.ts";
import { t } from "../../words/rework.ts";

/** What to mind of a solder, by itself and over what was there before. */
export function alloyCautions({ alloy, before }: { alloy: string; before: string }): string[] {
  const { liquidusC } = alloyNamed("Sn42Bi58");
  const cautions: string[] = [];
  const isLow = alloy === "Sn42Bi58";
  if (isLow || before === "Sn42Bi58") {
    cautions.push(t("a-low-temperature-joint-softens-long", { liquidusC: liquidusC.value }));
  }
  if ((isLow && before === "Sn63Pb37") || (alloy === "Sn63Pb37" && before === "Sn42Bi58")) {
    cautions.push(t("lead-and-bismuth-together-melt-at"));
  }
  if (before === "unknown") {
    cautions.push(t("not-known-what-was-there-before-clear"));
  }
  if (alloy === "Sn63Pb37" || before === "Sn63Pb37") {
    cautions.push(t("lead-gloves-or-washed-hands-fumes"));
  }
  return cautions;
}
