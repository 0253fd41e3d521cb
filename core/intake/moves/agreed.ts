import { z } from "zod";
import { linersPutAside } from "../../close/liners-put-aside.ts";
import { defineMove, never, noHazard, takes } from "../../device/define-move.ts";
import { workedStage } from "../../device/phase.ts";
import { renewsTouch, repairRoutes, routesOf, type RepairRoute } from "../../device/routes.ts";
import type { Scene } from "../../device/scene.ts";
import { routeNow } from "../../device/ask.ts";
import { message } from "../../job/message.ts";
import { minorPerMajor } from "../../money.ts";
import { routeChoiceInput } from "../../route/route-choice-input.ts";
import { decideRoute } from "../../route/decision-tree.ts";
import { bounded, boundedWhole, isoDate, oneOf } from "../../units.ts";
import { t } from "../../../words/intake.ts";

const currency = () => z.string().regex(/^[A-Z]{3}$/, { error: () => t("must-be-the-three-letters-of-a") });

/** Routes that can still be offered: those of the family that no answer rules out, and after a loss only the whole assembly. */
export function routesOffered(scene: Scene): RepairRoute[] {
  const { family, state } = scene;
  const touchLost = state.intake.broke.some(({ fn }) => fn === "touch");
  const panelLost = state.intake.broke.some(({ fn }) => fn === "picture");
  const possible = decideRoute(family, { flex: "still", ...state.intake.answers }).possible;
  return routesOf(family).filter((route) => {
    if (panelLost && route !== "assembly") return false;
    // What broke on the way is brought back by the route, or the route is none.
    if (touchLost && !renewsTouch(family, route)) return false;
    // A dead touch layer rules the glass alone out, not the glass with a touch layer of its own.
    if (route === "add-on-touch") return family.routes.includes("layer") && !panelLost;
    return panelLost || possible.includes(route);
  });
}

/** What a customer is asked: a route with its price, its worst case and its risk. */
export const offered = z.strictObject({
  route: oneOf(repairRoutes),
  currency: currency(),
  priceMinor: boundedWhole(0, 100_000_000),
  worstMinor: boundedWhole(0, 100_000_000),
  successPct: bounded(0, 100).nullable(),
  validUntil: isoDate().nullable(),
  /** The figures that the customer was told, as they were worked out then. */
  quoted: routeChoiceInput.nullable().default(null),
});
export type Offered = z.output<typeof offered>;

/** Whether an answer is to another route or another sum than the customer last said yes to. */
export function changesAgreed(
  { state }: Pick<Scene, "state">,
  { route, currency, priceMinor }: Pick<Offered, "route" | "currency" | "priceMinor">,
): boolean {
  const last = state.intake.agreements.filter(({ answer }) => answer === "yes").at(-1);
  if (!last) return false;
  return last.route !== route || last.currency !== currency || last.priceMinor !== priceMinor;
}

/** Who heard an answer. What was recorded before there was a link says nothing of it. */
const heardBy = (by: unknown): "desk" | "link" => (by === "link" ? "link" : "desk");

/** What the customer was asked, and what was answered: asked anew whenever something broke. */
export const agreed = defineMove({
  kind: "agreed",
  version: 1,
  // The first time it belongs to the intake; later it stands where the work stopped.
  stage: (scene) => (scene.state.intake.broke.length > 0 ? workedStage(scene) : "intake"),
  data: z.strictObject({
    answer: oneOf(["yes", "no"]),
    ...offered.shape,
    /** Whether somebody here was told, or the customer answered by the link; that only the link itself can say. */
    by: oneOf(["desk", "link"]).default("desk"),
  }),
  told: "word",
  meets: ["agreed"],
  offers: (scene) => {
    const offered = routesOffered(scene);
    const now = routeNow(scene);
    const first = offered.includes(now) && !scene.state.intake.broke.length ? [now] : [];
    const rest = offered.filter((route) => route !== first[0]);
    return [...first, ...rest].map((route) => ({
      answer: "yes" as const,
      route,
      currency: "EUR",
      priceMinor: scene.family.costs.find((cost) => cost.route === route)?.partsMinor ?? 0,
      worstMinor: 0,
      successPct: null,
      validUntil: null,
      quoted: null,
      by: "desk" as const,
    }));
  },
  needs: (scene) => [
    { is: "opened-job" },
    { is: "damage-drawn" },
    ...scene.family.functions.map(({ key }) => ({ is: "tried" as const, fn: key })),
    { is: "questions-answered" },
  ],
  faults: (scene, { route, answer }) =>
    answer === "yes" && !routesOffered(scene).includes(route)
      ? message("fault.route-ruled-out", { route })
      : null,
  does: ({ family, state }, data, { who, seq }) => ({
    ...state,
    // What was at the bench for a way that is given up is put aside, its liners with it.
    close: state.intake.broke.length ? linersPutAside({ family, state }) : state.close,
    intake: {
      ...state.intake,
      agreements: [...state.intake.agreements, { ...data, by: heardBy(data.by), who, seq }],
    },
  }),
  reopens: never,
  words: (_, { answer, route, priceMinor, currency: of, by }) =>
    message("move.agreed", {
      answer,
      by: heardBy(by),
      route,
      price: priceMinor / minorPerMajor(of),
      currency: of,
    }),
  hazard: noHazard,
  minutes: takes(5),
  hands: 0,
  example: {
    answer: "yes",
    route: "layer",
    currency: "EUR",
    priceMinor: 17500,
    worstMinor: 31900,
    successPct: 82,
    validUntil: null,
    quoted: null,
    by: "desk",
  },
});
