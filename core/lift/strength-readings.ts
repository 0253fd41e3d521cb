import type { StrengthReading } from "./glue-curve.ts";
import type { LiftSlot, WirePull } from "./lift-slot.ts";
import { calculateLiftStress } from "./lift-stress.ts";
import { strengthFromWire } from "./wire-pull.ts";

/** What a wedge that was read tells of its glue. */
export const fromWedge = ({ id, glueC, input }: LiftSlot["wedges"][number]): StrengthReading => ({
  id,
  glueC,
  fractureEnergyJm2: calculateLiftStress(input).fractureEnergyJm2,
});

/** What a wire that was pulled tells of its glue: nothing where it took no more than the flow round the wire. */
export function fromWire({ id, glueC, forceN, frontMm, ...wire }: WirePull): StrengthReading[] {
  const fractureEnergyJm2 = strengthFromWire(forceN, frontMm, wire);
  return fractureEnergyJm2 === null ? [] : [{ id, glueC, fractureEnergyJm2 }];
}

/** What this job has read of a glue. */
export const strengthReadings = (
  { wedges, wirePulls }: Pick<LiftSlot, "wedges" | "wirePulls">,
  material: string,
): StrengthReading[] => [
  ...wedges.filter(({ glue }) => glue === material).map(fromWedge),
  ...wirePulls.filter(({ glue }) => glue === material).flatMap(fromWire),
];
