import type { BondFact } from "../bond/bond-facts.ts";
import { bondFacts } from "../bond/bond-facts.ts";
import type { CloseFact } from "../close/close-facts.ts";
import { closeFacts } from "../close/close-facts.ts";
import type { CureFact } from "../cure/cure-facts.ts";
import { cureFacts } from "../cure/cure-facts.ts";
import type { FilmFact } from "../film/film-facts.ts";
import { filmFacts } from "../film/film-facts.ts";
import type { IntakeFact } from "../intake/intake-facts.ts";
import { intakeFacts } from "../intake/intake-facts.ts";
import type { LiftFact } from "../lift/lift-facts.ts";
import { liftFacts } from "../lift/lift-facts.ts";
import type { OpenFact } from "../open/open-facts.ts";
import { openFacts } from "../open/open-facts.ts";
import type { ProveFact } from "../prove/prove-facts.ts";
import { proveFacts } from "../prove/prove-facts.ts";
import type { ReworkFact } from "../rework/rework-facts.ts";
import { reworkFacts } from "../rework/rework-facts.ts";
import { factKey, type FactRule, type FactRules } from "../job/fact.ts";
import type { Scene } from "./scene.ts";

/** All that can be so of a device and its job, trade by trade. */
export type DeviceFact =
  IntakeFact | OpenFact | LiftFact | FilmFact | BondFact | CureFact | ReworkFact | ProveFact | CloseFact;

export const facts: FactRules<Scene, DeviceFact> = {
  ...intakeFacts,
  ...openFacts,
  ...liftFacts,
  ...filmFacts,
  ...bondFacts,
  ...cureFacts,
  ...reworkFacts,
  ...proveFacts,
  ...closeFacts,
};

/** A rule as it is asked of any fact; the table's own type keeps each with its own. */
export const ruleOf = (fact: DeviceFact): FactRule<Scene, DeviceFact> => {
  const rule = facts[fact.is] as FactRule<Scene, DeviceFact> | undefined;
  if (!rule) throw new Error(`No rule says when "${(fact as { is: string }).is}" holds.`);
  return rule;
};

/** A job for which nobody has signed yet: most are. */
export const nothingSigned: Readonly<Record<string, never>> = {};

/** Whether a fact is so, or a signed reason stands in for it. */
export function holds(scene: Scene, fact: DeviceFact): boolean {
  const rule = ruleOf(fact);
  if (rule.holds(scene, fact)) return true;
  const { signed } = scene.state;
  return rule.signable && signed !== nothingSigned && factKey(fact) in signed;
}

/** From when a fact holds by nothing but time; null where time alone does not bring it. */
export const untilMs = (scene: Scene, fact: DeviceFact): number | null =>
  ruleOf(fact).untilMs?.(scene, fact) ?? null;
