import { z } from "zod";
import { bounded } from "../units.ts";
import { t } from "../../words/lift.ts";

/** One part as it bends: E in GPa, its thickness in mm. */
export const bendingPlate = {
  modulusGpa: bounded(0.001, 1_000),
  thicknessMm: bounded(0.01, 50),
  /** Where it is given, the part bends as a plate: E' = E / (1 - nu²). Without it, as a narrow beam: E' = E. */
  poisson: bounded(0, 0.499).optional(),
};

export const liftStressInput = z
  .strictObject({
    lifted: z.strictObject(bendingPlate),
    base: z.discriminatedUnion("support", [
      z.strictObject({ support: z.literal("held") }),
      z.strictObject({ support: z.literal("free"), ...bendingPlate }),
    ]),
    /** How far the wedge opens the gap. */
    wedgeMm: bounded(0.001, 50),
    fractureEnergyJm2: bounded(0.01, 100_000).optional(),
    /** From the wedge to where the glue still holds. */
    frontMm: bounded(0.05, 2_000).optional(),
    allowableMpa: z
      .strictObject({ lifted: bounded(0.1, 5_000).optional(), base: bounded(0.1, 5_000).optional() })
      .optional(),
  })
  .superRefine(({ fractureEnergyJm2, frontMm }, context) => {
    if ((fractureEnergyJm2 === undefined) === (frontMm === undefined)) {
      context.addIssue({
        code: "custom",
        path: ["frontMm"],
        message: t("either-frontmm-or-fractureenergyjm2"),
      });
    }
  });
export type LiftStressInput = z.output<typeof liftStressInput>;
