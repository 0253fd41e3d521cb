import { openingOrder, partName } from "../../open/opening-order.ts";
import { USUAL_DISCHARGE_S } from "../../open/discharge.ts";
import { cellsText, screwLedger, screwName } from "../../open/screw-ledger.ts";
import type { Connector, Family } from "../../stack/family.ts";
import type { EventDraft } from "../event.ts";
import { secondsLeft, type JobState } from "../fold.ts";
import { confirmStep, type Stage, type Step, type StepContext } from "../step.ts";

const off = {
  cell: { ask: "Switch it off. Cards and trays out first; they jam on the frame.", press: "Off, trays out" },
  mains: { ask: "Unplug it. Keep the plug where you see it.", press: "Unplugged" },
  supply: { ask: "Switch it off and take the supply cable out.", press: "Off, cable out" },
} as const satisfies Record<Family["power"], { ask: string; press: string }>;

const isolate: Record<Family["power"], string> = {
  cell: "Isolate the battery before you touch any other connector.",
  mains: "Meter across the supply: prove that no voltage is left.",
  supply: "Isolate the supply at the board before you touch any other connector.",
};

export const dischargeS = (family: Family) => family.dischargeS ?? USUAL_DISCHARGE_S;
export const DISCHARGE = "discharge";

/** Seconds that the capacitors still need: null before the plug is out, 0 once they have had their time. */
export function dischargeLeftS(state: JobState, family: Family, nowMs: number): number | null {
  const timers = state.timers.filter((timer) => timer.timer === DISCHARGE);
  const last = timers.at(-1);
  if (!last) return null;
  const untilMs = last.stoppedAt === null ? nowMs : Date.parse(last.stoppedAt);
  return Math.max(0, secondsLeft({ ...last, durationS: dischargeS(family) }, untilMs));
}

/** What a mains-powered device asks for before anything in it is touched. */
function mainsSteps(context: StepContext): Step[] {
  const { state, family, nowMs } = context;
  const left = dischargeLeftS(state, family, nowMs);
  const running = state.timers.some((timer) => timer.timer === DISCHARGE && timer.stoppedAt === null);
  return [
    {
      key: DISCHARGE,
      ask:
        left === null || !running
          ? "Wait for the capacitors."
          : left > 0
            ? "Capacitors are emptying. Hands off until the time is over."
            : "The capacitors have had their time.",
      press: running ? "Waited" : "Start the wait",
      done: !running && left === 0,
      caution: "mains",
      ...(running ? { timer: DISCHARGE } : {}),
      draft: (): EventDraft =>
        running
          ? { stage: "open", kind: "timer-stopped", data: { timer: DISCHARGE } }
          : {
              stage: "open",
              kind: "timer-started",
              data: { timer: DISCHARGE, label: "Capacitors", durationS: dischargeS(family) },
            },
    },
    confirmStep(
      context,
      "open",
      "licence",
      "Where the law asks for a licence to work on mains devices, whoever stands here holds it.",
      "Confirmed",
      { caution: "mains" },
    ),
  ];
}

/** How a connector opens, in one sentence. */
export const connectorAsk = ({ name, kind, opens, way, tape }: Connector): string =>
  `${tape === "none" ? "" : "Tape off first. "}${name} (${kind}), ${way}: ${opens}.`;

export const open: Stage = {
  name: "open",
  question: "How does it come apart, so that it goes back together?",
  steps: (context) => {
    const { family, state } = context;
    const { cells } = screwLedger(family, state.screwMoves);
    const items = openingOrder(family).flatMap((item): Step[] => {
      switch (item.kind) {
        case "screws": {
          const { size } = item;
          const left = cells.filter((c) => c.size.key === size.key && c.screw === "in").map((c) => c.cell);
          const take = (some: number[]) => (): EventDraft => ({
            stage: "open",
            kind: "screws-taken",
            data: { cells: some },
          });
          const own = cells.filter((c) => c.size.key === size.key).map((c) => c.cell);
          return [
            {
              key: item.key,
              ask: `Out with ${size.count} × ${screwName(size)}, ${size.head}: ${size.where}. Each into its own cell: ${cellsText(own)}.`,
              press: left.length === own.length ? `All ${own.length} out` : `${left.length} more out`,
              done: left.length === 0,
              draft: take(left),
              alternatives: [{ label: "One out", draft: take(left.slice(0, 1)) }],
            },
          ];
        }
        case "power":
          return [
            {
              key: "isolate",
              ask: isolate[family.power],
              press: "Isolated",
              done: state.powerIsolated !== null,
              caution: family.power === "cell" ? "cell" : family.power === "mains" ? "mains" : undefined,
              draft: () => ({ stage: "open", kind: "power-isolated", data: {} }),
            },
            {
              ...confirmStep(context, "open", "proved-dead", "Press the power button: is it dead?", "Dead"),
              alternatives: [
                {
                  label: "Still alive",
                  draft: () => ({ stage: "open", kind: "power-live", data: {} }),
                },
              ],
            },
          ];
        case "connector": {
          const { connector } = item;
          return [
            {
              key: item.key,
              ask: connectorAsk(connector),
              press: "Open",
              done: state.connectorsOpen.includes(connector.key),
              draft: () => ({
                stage: "open",
                kind: "connector-opened",
                data: { connector: connector.key },
              }),
            },
          ];
        }
        case "part": {
          const { part } = item;
          const goes =
            part.goes === "new each time"
              ? "A new one goes back."
              : part.goes === "to the new layer"
                ? "It moves to the new layer."
                : "It goes back in its place.";
          return [
            confirmStep(
              context,
              "open",
              `move-${part.key}`,
              `Take out ${partName(part)}. ${goes}${part.irreplaceable ? " Paired: damaged, its function is gone for good." : ""}`,
              part.goes === "new each time" ? "Off" : "Out and safe",
            ),
          ];
        }
      }
    });
    return [
      confirmStep(context, "open", "power-off", off[family.power].ask, off[family.power].press, {
        caution: family.power === "mains" ? "mains" : undefined,
      }),
      ...(family.power === "mains" ? mainsSteps(context) : []),
      ...items,
    ];
  },
};
