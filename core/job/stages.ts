import type { StageName } from "./route.ts";
import { bond } from "./stages/bond.ts";
import { clean } from "./stages/clean.ts";
import { close } from "./stages/close.ts";
import { cure } from "./stages/cure.ts";
import { fit } from "./stages/fit.ts";
import { intake } from "./stages/intake.ts";
import { lift } from "./stages/lift.ts";
import { open } from "./stages/open.ts";
import { prove } from "./stages/prove.ts";
import { rework } from "./stages/rework.ts";
import type { Stage } from "./step.ts";

/** Every stage by its name. */
export const stages: Record<StageName, Stage> = {
  intake,
  open,
  lift,
  clean,
  rework,
  fit,
  bond,
  cure,
  prove,
  close,
};
