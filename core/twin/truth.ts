import type { Family } from "../stack/family.ts";
import { randomStream } from "../random.ts";
import type { StageName } from "../stage.ts";

/** What nobody knows of a device before it shows: drawn by a seed, the same seed the same device. */
export interface Truth {
  /** Functions that are dead when it comes in. */
  deadAtFirst: readonly string[];
  /** The fault goes with every flex pressed home. */
  looseFlex: boolean;
  /** The first isolation does not isolate. */
  staysAlive: boolean;
  /** In which stage the panel dies; null where it lives. */
  diesIn: StageName | null;
  /** How often glue is left, bubbles are closed in, specks lie under it, an edge gets wet, the joint is short or a contact of it does not hold, the part does not fit. */
  glueLeft: number;
  bubbles: number;
  specks: number;
  wetEdge: number;
  shorts: number;
  opens: number;
  misfits: number;
  /** How often a loose contact makes a function fail at first. */
  looseContacts: number;
  /** A screw that falls to the floor. */
  lostScrew: boolean;
  axisDeg: Readonly<Record<string, number>>;
  /** How much longer or shorter than worked out the glue stays soft. */
  windowShare: number;
}

/** A truth where nothing goes wrong. */
export const kindTruth: Truth = {
  deadAtFirst: [],
  looseFlex: false,
  staysAlive: false,
  diesIn: null,
  glueLeft: 0,
  bubbles: 0,
  specks: 0,
  wetEdge: 0,
  shorts: 0,
  opens: 0,
  misfits: 0,
  looseContacts: 0,
  lostScrew: false,
  axisDeg: { front: 45, rear: 135 },
  windowShare: 1,
};

/** A joint goes wrong by a bridge or by a contact that does not hold. */
const jointTruth = (isBad: boolean, seed: number) => ({
  shorts: isBad && seed % 2 === 0 ? 1 : 0,
  opens: isBad && seed % 2 !== 0 ? 1 : 0,
});

/** A truth by its seed: mostly kind, here and there not. */
export function truthOf(seed: number, family: Pick<Family, "functions">): Truth {
  const next = randomStream(seed * 7_919 + 17);
  const chance = (p: number) => next() < p;
  const dead = family.functions.filter(({ key }) => key !== "picture" && chance(0.08)).map(({ key }) => key);
  return {
    deadAtFirst: dead,
    looseFlex: chance(0.03),
    staysAlive: chance(0.08),
    diesIn: null,
    glueLeft: chance(0.2) ? 1 : 0,
    bubbles: chance(0.2) ? 1 : 0,
    specks: chance(0.08) ? 1 : 0,
    wetEdge: chance(0.08) ? 1 : 0,
    ...jointTruth(chance(0.15), seed),
    misfits: chance(0.08) ? 1 : 0,
    looseContacts: chance(0.1) ? 1 : 0,
    lostScrew: chance(0.1),
    axisDeg: { front: Math.floor(next() * 180), rear: Math.floor(next() * 180) },
    windowShare: 1 + 0.1 * next(),
  };
}
