import { routeNames, routes, type RouteName } from "./routes.ts";
import type { Family, Layer } from "../stack/family.ts";
import { t } from "../../words/route.ts";

/** What an answer rules out: routes by name, all that part the stack, or those that leave the touch layer in place. */
type RulesOut = readonly RouteName[] | "all" | "parting" | "touch stays";

export interface Answer {
  key: string;
  label: string;
  rulesOut: RulesOut;
  because: string;
}

export interface Question {
  key: string;
  ask: string;
  why: string;
  answers: readonly Answer[];
}

const nothing = { rulesOut: [] as const, because: "" };
const parting = routeNames.filter((route) => routes[route].joins !== "none");
const allBut = (...kept: RouteName[]) => routeNames.filter((route) => !kept.includes(route));

/**
 * The questions that decide which routes are left, as data. Each answer names what it rules out and why; the order in
 * which they are asked follows from how much each would still decide.
 */
export const questions = [
  {
    key: "flex",
    get ask() {
      return t("every-flex-and-cable-pressed-home-a");
    },
    get why() {
      return t("a-loose-flex-looks-like-a-dead");
    },
    answers: [
      {
        key: "still",
        get label() {
          return t("still-there");
        },
        ...nothing,
      },
      {
        key: "gone",
        get label() {
          return t("gone");
        },
        rulesOut: "all",
        get because() {
          return t("the-connection-was-the-fault-no-layer");
        },
      },
    ],
  },
  {
    key: "picture",
    get ask() {
      return t("does-the-picture-survive-whole-on");
    },
    get why() {
      return t("the-panel-is-what-the-work-is");
    },
    answers: [
      {
        key: "whole",
        get label() {
          return t("whole");
        },
        rulesOut: ["backlight"],
        get because() {
          return t("the-picture-is-lit-and-whole-so");
        },
      },
      {
        key: "pale",
        get label() {
          return t("whole-but-pale-or-patchy");
        },
        rulesOut: allBut("film", "assembly"),
        get because() {
          return t("the-panel-draws-but-its-film-has");
        },
      },
      {
        key: "unlit",
        get label() {
          return t("dark-there-under-a-lamp");
        },
        rulesOut: allBut("backlight", "assembly"),
        get because() {
          return t("the-panel-draws-but-nothing-lights-it");
        },
      },
      {
        key: "broken",
        get label() {
          return t("broken");
        },
        rulesOut: allBut("assembly"),
        get because() {
          return t("the-panel-itself-is-lost-a-new");
        },
      },
    ],
  },
  {
    key: "bleeding",
    get ask() {
      return t("is-anything-bleeding-a-dark-spot-or");
    },
    get why() {
      return t("a-cell-that-has-opened-goes-on");
    },
    answers: [
      {
        key: "no",
        get label() {
          return t("nothing");
        },
        ...nothing,
      },
      {
        key: "yes",
        get label() {
          return t("bleeding");
        },
        rulesOut: allBut("assembly"),
        get because() {
          return t("the-cell-has-opened-it-will-go");
        },
      },
    ],
  },
  {
    key: "separable",
    get ask() {
      return t("is-the-glass-separable-at-all-has");
    },
    get why() {
      return t("some-panels-do-not-survive-it-that");
    },
    answers: [
      {
        key: "yes",
        get label() {
          return t("it-lives");
        },
        ...nothing,
      },
      {
        key: "no",
        get label() {
          return t("it-dies");
        },
        rulesOut: "parting",
        get because() {
          return t("the-panel-does-not-survive-parting");
        },
      },
    ],
  },
  {
    key: "touch",
    get ask() {
      return t("does-touch-work-everywhere-under-one");
    },
    get why() {
      return t("whether-the-touch-layer-must-go-with");
    },
    answers: [
      {
        key: "works",
        get label() {
          return t("everywhere");
        },
        ...nothing,
      },
      {
        key: "dead",
        get label() {
          return t("dead-zones");
        },
        rulesOut: "touch stays",
        get because() {
          return t("touch-is-dead-and-this-route-leaves");
        },
      },
      {
        key: "none",
        get label() {
          return t("has-none");
        },
        ...nothing,
      },
    ],
  },
  {
    key: "family",
    get ask() {
      return t("which-kind-of-stack-is-it");
    },
    get why() {
      return t("the-stack-says-what-can-be-replaced");
    },
    answers: [
      {
        key: "air gap",
        get label() {
          return t("glass-with-touch-over-an-air-gap");
        },
        rulesOut: allBut("glass-sensor", "assembly"),
        get because() {
          return t("glass-and-sensor-are-one-part-held");
        },
      },
      {
        key: "bonded, touch a layer of its own",
        get label() {
          return t("bonded-touch-a-layer-of-its-own-2");
        },
        rulesOut: allBut("layer", "assembly"),
        get because() {
          return t("the-layers-are-bonded-with-liquid-or");
        },
      },
      {
        key: "bonded, touch in the panel",
        get label() {
          return t("bonded-touch-in-the-panel-2");
        },
        rulesOut: allBut("layer", "assembly"),
        get because() {
          return t("only-the-glass-comes-off-touch-stays");
        },
      },
      {
        key: "does not survive parting",
        get label() {
          return t("bonded-to-a-panel-that-dies-of");
        },
        rulesOut: allBut("assembly"),
        get because() {
          return t("nothing-comes-off-this-panel-alive");
        },
      },
      {
        key: "bare panel with films",
        get label() {
          return t("bare-panel-with-films-2");
        },
        rulesOut: allBut("film", "assembly"),
        get because() {
          return t("there-is-no-glass-over-it-the");
        },
      },
      {
        key: "layered backlight",
        get label() {
          return t("layered-backlight-2");
        },
        rulesOut: allBut("backlight", "assembly"),
        get because() {
          return t("what-can-be-replaced-lies-behind-the");
        },
      },
    ],
  },
] as const satisfies readonly Question[];

export type QuestionKey = (typeof questions)[number]["key"];
export type Answers = Partial<Record<QuestionKey, string>>;
export const questionKeys = questions.map((question) => question.key) as [QuestionKey, ...QuestionKey[]];

export const questionNamed = (key: QuestionKey): Question => questions.find((q) => q.key === key)!;
export const answerNamed = (key: QuestionKey, answer: string): Answer | undefined =>
  questionNamed(key).answers.find((a) => a.key === answer);

/** Where the touch layer sits: what a dead one means for a route follows from it. */
export function touchPlace(family: Pick<Family, "functions" | "stack">): "none" | "above" | "panel" {
  if (!family.functions.some((f) => f.key === "touch")) return "none";
  return family.stack.some((layer) => layer.role === "touch sensor" || layer.role === "glass with sensor")
    ? "above"
    : "panel";
}

/** Whether a route brings a new touch layer: the whole assembly does, and so does one whose seam lies below it. */
export function bringsTouch(
  family: Pick<Family, "functions" | "stack" | "seams"> | null,
  route: RouteName,
): boolean {
  if (route === "assembly" || route === "glass-sensor") return true;
  if (!family || touchPlace(family) !== "above") return false;
  const seam = family.seams.find((s) => s.route === route);
  const cut = family.stack.findIndex((layer) => layer.name === seam?.layer);
  const sensor = family.stack.findIndex(
    (layer) => layer.role === "touch sensor" || layer.role === "glass with sensor",
  );
  return cut > sensor;
}

type OfRoutes = Pick<Family, "routes" | "survivesParting" | "functions" | "stack" | "seams">;

export type StackKind = Extract<(typeof questions)[number], { key: "family" }>["answers"][number]["key"];

/** Which kind of stack a family is: the answer to the question that is asked where the family is not known. */
export function kindOf(family: OfRoutes): StackKind {
  const has = (role: Layer["role"]) => family.stack.some((layer) => layer.role === role);
  if (!family.survivesParting) return "does not survive parting";
  if (family.routes.includes("backlight")) return "layered backlight";
  if (family.routes.includes("glass-sensor")) return "air gap";
  if (!has("cover glass") && !has("glass with sensor")) return "bare panel with films";
  return touchPlace(family) === "panel" ? "bonded, touch in the panel" : "bonded, touch a layer of its own";
}

/** What a known family answers by itself. */
export function answersOf(family: OfRoutes): Answers {
  return {
    family: kindOf(family),
    separable: family.survivesParting ? "yes" : "no",
    ...(touchPlace(family) === "none" ? { touch: "none" } : {}),
  };
}

export interface RuledOut {
  route: RouteName;
  because: string;
}

/** Where the questions stand: what is left, what fell away and why, and what to ask next. */
export interface Decision {
  possible: RouteName[];
  ruledOut: RuledOut[];
  /** The question that decides most of what is still open; null where nothing more is to be decided. */
  next: QuestionKey | null;
  /** One sentence where it ends with no route at all. */
  verdict: string | null;
}

function isRuledOut(family: OfRoutes | null, route: RouteName, rulesOut: RulesOut): boolean {
  if (rulesOut === "all") return true;
  if (rulesOut === "parting") return parting.includes(route);
  if (rulesOut === "touch stays") return !bringsTouch(family, route);
  return rulesOut.includes(route);
}

function afterAnswer(
  family: OfRoutes | null,
  possible: readonly RouteName[],
  key: QuestionKey,
  answer: string,
): RouteName[] {
  const { rulesOut } = answerNamed(key, answer)!;
  return possible.filter((route) => !isRuledOut(family, route, rulesOut));
}

/** How many routes would be left on average, were each answer as likely as the next. */
function meanLeft(family: OfRoutes | null, possible: readonly RouteName[], key: QuestionKey): number {
  const { answers } = questionNamed(key);
  return (
    answers.reduce((sum, answer) => sum + afterAnswer(family, possible, key, answer.key).length, 0) /
    answers.length
  );
}

/**
 * The routes that the answers so far leave open, and the next most useful question: the one that leaves the fewest routes
 * on average; where two tie, the one that stands first. A question that could change nothing is not asked.
 * Source: common practice, no source, for what each answer rules out.
 */
export function decideRoute(family: OfRoutes | null, given: Answers): Decision {
  const answers: Answers = { ...(family ? answersOf(family) : {}), ...given };
  // What the family says of itself is not up for an answer.
  if (family && !family.survivesParting) answers.separable = "no";
  let possible: RouteName[] = family ? routeNames.filter((r) => family.routes.includes(r)) : [...routeNames];
  const ruledOut: RuledOut[] = [];
  for (const { key } of questions) {
    const answer = answers[key];
    const known = answer === undefined ? undefined : answerNamed(key, answer);
    if (!known || (family && key === "family")) continue;
    const left = afterAnswer(family, possible, key, known.key);
    ruledOut.push(
      ...possible
        .filter((route) => !left.includes(route))
        .map((route) => ({ route, because: known.because })),
    );
    possible = left;
  }
  const open = questionKeys.filter((key) => answers[key] === undefined && !(family && key === "family"));
  const useful = open
    .map((key) => ({ key, left: meanLeft(family, possible, key) }))
    .filter(({ left }) => left < possible.length)
    .sort((a, b) => a.left - b.left);
  // The whole assembly is still worth ruling out: a loose flex costs nothing.
  const next = possible.length === 0 ? null : (useful[0]?.key ?? null);
  return {
    possible,
    ruledOut,
    next,
    verdict:
      possible.length > 0 ? null : (ruledOut.at(-1)?.because ?? t("this-family-names-no-route-so-nothing")),
  };
}
