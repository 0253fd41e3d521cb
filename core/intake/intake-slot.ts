import type { RepairRoute } from "../device/routes.ts";
import type { FilmSide } from "../film/films.ts";
import type { Answers } from "../route/decision-tree.ts";
import type { RouteChoiceInput } from "../route/route-choice-input.ts";
import type { OwnStack } from "../stack/own-stack.ts";
import type { Damage } from "./damage.ts";

export const triedResults = ["works", "dead", "not-fitted", "cannot-tell"] as const;
export type TriedResult = (typeof triedResults)[number];

/** What the customer was asked, and what was answered. Money in the minor unit of the currency. */
export interface Agreement {
  answer: "yes" | "no";
  route: RepairRoute;
  currency: string;
  priceMinor: number;
  /** What it costs should it fail on the way; the price where nothing can. */
  worstMinor: number;
  successPct: number | null;
  validUntil: string | null;
  quoted: RouteChoiceInput | null;
  /** Said to whoever noted it, or by the customer's own link. */
  by: "desk" | "link";
  who: string;
  seq: number;
}

/** Something that broke on the way: what, when, by whom, and what it meant. */
export interface Broke {
  what: string;
  fn: string | null;
  reason: string;
  who: string;
  atMs: number;
  seq: number;
}

/** A test or a look that did not go as it should, until somebody says what follows from it. */
export interface Trouble {
  fn: string | null;
  kind: "failed" | "specks" | "bubbles" | "wet" | "joint";
  seq: number;
}

export const outcomes = ["repaired", "connection seated", "declined", "given up"] as const;
export type Outcome = (typeof outcomes)[number];

export interface IntakeSlot {
  complaint: string;
  wanted: RepairRoute;
  films: readonly FilmSide[];
  bondMethod: "liquid" | "sheet";
  /** When it is promised for, ISO time in UTC. */
  dueAt: string | null;
  /** What this one turned out to hold, where it is not as others of its family. */
  ownStack: OwnStack | null;
  damage: readonly (Damage & { id: string })[];
  damageDrawn: boolean;
  tried: Readonly<Record<string, TriedResult>>;
  answers: Answers;
  /** Whether the fault was still there with every flex pressed home. */
  seated: "still" | "gone" | null;
  agreements: readonly Agreement[];
  broke: readonly Broke[];
  trouble: Trouble | null;
  held: { reason: string; who: string } | null;
  ended: { outcome: Outcome; who: string; atMs: number } | null;
}
