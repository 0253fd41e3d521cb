import { z } from "zod";
import { defineMove, never, noHazard, takes } from "../../device/define-move.ts";
import { workedStage } from "../../device/phase.ts";
import { seamFor } from "../../device/routes.ts";
import { describeFaults } from "../../faults.ts";
import { message } from "../../job/message.ts";
import { family as familySchema, layer, type Family, type Layer } from "../../stack/family.ts";
import { familyAsDrawn } from "../../stack/own-stack.ts";
import { temperatureC } from "../../units.ts";

const band = z
  .strictObject({ minC: temperatureC(), maxC: temperatureC() })
  .refine(({ minC, maxC }) => minC < maxC, { error: "minC must be below maxC", path: ["minC"] });

/** The first thing that keeps these layers from being a stack of this family; null where nothing does. */
function faultOfStack(drawn: Family, stack: readonly Layer[]): string | null {
  const candidate = { ...drawn, stack: [...stack] };
  const parsed = familySchema.safeParse(candidate);
  if (parsed.success) return null;
  const [first] = describeFaults(parsed.error, candidate);
  return first ? `${first.path} ${first.message}` : null;
}

/**
 * What this one device turns out to hold: an earlier repair's glue, a film more than others have. Its own stack is what
 * its settings are worked out from, from then on.
 */
export const stackFound = defineMove({
  kind: "stack-found",
  version: 1,
  stage: workedStage,
  data: z.strictObject({ stack: z.array(layer).min(1).max(30), band: band.nullable() }),
  told: "answer",
  meets: [],
  offers: never,
  needs: () => [{ is: "opened-job" }],
  faults: ({ family }, { stack }) => {
    const what = faultOfStack(familyAsDrawn(family), stack);
    return what === null ? null : message("fault.own-stack", { what });
  },
  does: ({ family, state }, { stack, band: found }) => {
    const seam = seamFor(familyAsDrawn(family), state.intake.wanted);
    const { lift, bond, cure } = state;
    return {
      ...state,
      intake: {
        ...state.intake,
        ownStack: { stack, band: found && seam ? { layer: seam.layer, ...found } : null },
      },
      // What was chosen for another stack and not begun is chosen anew.
      lift: lift.soaks.length === 0 && lift.soakingSinceMs === null ? { ...lift, heat: null } : lift,
      bond: bond.laidMl === null ? { ...bond, dose: null, pattern: null } : bond,
      cure: cure.lit === null && Object.keys(cure.hadS).length === 0 ? { ...cure, exposure: null } : cure,
    };
  },
  reopens: never,
  words: ({ family }, { stack }) => {
    const drawn = familyAsDrawn(family).stack;
    const other = stack.filter(
      (found) =>
        !drawn.some(
          ({ name, material, thicknessUm }) =>
            name === found.name && material === found.material && thicknessUm === found.thicknessUm,
        ),
    );
    return message("move.stack-found", {
      layers:
        other.map(({ material, thicknessUm }) => `${material}, ${thicknessUm} µm`).join("; ") || "as drawn",
      count: stack.length,
    });
  },
  hazard: noHazard,
  minutes: takes(2),
  hands: 1,
  example: {
    stack: [
      { name: "glass", role: "cover glass", material: "cover glass, soda-lime", thicknessUm: 700 },
      { name: "panel", role: "panel", material: "liquid-crystal cell", thicknessUm: 1_500 },
    ],
    band: null,
  },
});
