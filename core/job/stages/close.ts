import { FRESH_S } from "../../clean/fresh.ts";
import { isInsideWipe, wipeAgeS, wipeDraft } from "../../clean/freshness.ts";
import { customerWords } from "../../close/customer-words.ts";
import { tapePractice } from "../../materials/adhesives.ts";
import { capitalised, listed } from "../../words.ts";
import { closingOrder, linerCount, linersOf, partName } from "../../open/opening-order.ts";
import { cellsText, returnsFor, screwLedger, screwName, type ScrewReturn } from "../../open/screw-ledger.ts";
import type { Family, ScrewSize } from "../../stack/family.ts";
import type { EventDraft } from "../event.ts";
import { stepKey } from "../fold.ts";
import { checkStep, confirmStep, timerStep, type Stage, type Step, type StepContext } from "../step.ts";

const join: Record<Family["power"], { ask: string; press: string }> = {
  cell: { ask: "Join the battery, last of all the connectors.", press: "Battery joined" },
  mains: {
    ask: "Join the supply at the board. The plug stays out until it is shut.",
    press: "Supply joined",
  },
  supply: { ask: "Join the supply at the board, last of all the connectors.", press: "Supply joined" },
};

/** Every liner of the new parts must lie on the bench: one that is left inside is the classic. */
function linerStep({ state, family }: StepContext): Step[] {
  const liners = linersOf(family);
  const total = linerCount(family);
  if (total === 0) return [];
  const counted = state.linersCounted;
  const count = (n: number) => (): EventDraft => ({
    stage: "close",
    kind: "liners-counted",
    data: { count: n },
  });
  const names = liners.map((liner) => `${liner.count} × ${liner.name}`).join(", ");
  return [
    {
      key: "liners",
      ask:
        counted !== null && counted !== total
          ? `${counted} of ${total} liners counted: find the others before it is shut (${names}).`
          : `Count the liners on the bench: ${names}.`,
      press: `All ${total} counted`,
      done: counted === total,
      draft: count(total),
      alternatives: [{ label: "One short", draft: count(Math.max(0, (counted ?? total) - 1)) }],
    },
  ];
}

function screwStep({ family, state }: StepContext, size: ScrewSize, key: string): Step {
  const ledger = screwLedger(family, state.screwMoves);
  const back = returnsFor(ledger, size.key);
  const left = ledger.left.find((l) => l.size.key === size.key)?.count ?? 0;
  const missing = ledger.cells.find((c) => c.size.key === size.key && c.screw === "missing");
  const put = (screws: ScrewReturn[]) => (): EventDraft => ({
    stage: "close",
    kind: "screws-returned",
    data: { screws },
  });
  const step = {
    key,
    done: left === 0,
    optional: true,
    skipped: stepKey("close", key) in state.stepsSkipped,
  };
  if (back.length === 0 && missing) {
    return {
      ...step,
      ask: `${screwName(size)} of cell ${missing.cell} is missing. Look on the mat, under the magnet, inside the device: loose in there it shorts or cracks something.`,
      press: `Screw ${missing.cell} found`,
      draft: () => ({ stage: "close", kind: "screw-found", data: { cell: missing.cell, from: "bench" } }),
    };
  }
  return {
    ...step,
    ask:
      left === 0
        ? `${size.count} × ${screwName(size)} back: ${size.where}.`
        : `Back with ${back.length} × ${screwName(size)} from ${cellsText(back.map((b) => b.cell))}: ${size.where}. A long one in a short hole cracks the panel.`,
    press: `All ${back.length} back`,
    draft: put(back),
    alternatives: back.length > 1 ? [{ label: "One back", draft: put(back.slice(0, 1)) }] : [],
  };
}

/** The last wipe inside; again where the way to shutting it took too long. */
function wipeStep({ state, nowMs }: StepContext): Step {
  const age = wipeAgeS(state, nowMs, isInsideWipe);
  const isShut = stepKey("close", "shut") in state.stepsDone;
  const isFresh = age !== null && age <= FRESH_S;
  return {
    key: "wipe-inside",
    ask:
      age === null || isFresh
        ? "Last wipe of the faces that come together, fingerprints gone. The clock runs until it is shut."
        : `The last wipe was ${Math.round(age / 60)} min ago: wipe once more.`,
    press: "Wiped",
    done: isShut || isFresh,
    caution: "solvent",
    draft: () => wipeDraft(state, "close"),
  };
}

/** Everything once more, now that it is shut: what a screw or a pinched cable did shows only now. */
function proofSteps(context: StepContext): Step[] {
  const [first, others] = [
    context.family.functions.filter(({ key }) => key === "picture" || key === "touch"),
    context.family.functions.filter(({ key }) => key !== "picture" && key !== "touch"),
  ];
  return [
    ...first.map(({ key }) => checkStep(context, "close", key)),
    ...(others.length > 0
      ? [
          confirmStep(
            context,
            "close",
            "rest",
            `Once more: ${listed(others.map(({ name }) => name.toLowerCase()))}.`,
            "All work",
          ),
        ]
      : []),
  ];
}

export const close: Stage = {
  name: "close",
  question: "Is everything back where it was?",
  steps: (context) => {
    const { family, state } = context;
    const back = closingOrder(family, state.connectorsOpen).map((item): { shut: boolean; step: Step } => {
      switch (item.kind) {
        case "screws":
          return { shut: true, step: screwStep(context, item.size, item.key) };
        case "power":
          return {
            shut: false,
            step: confirmStep(
              context,
              "close",
              "join-power",
              join[family.power].ask,
              join[family.power].press,
              {
                caution: family.power === "cell" ? "cell" : family.power === "mains" ? "mains" : undefined,
              },
            ),
          };
        case "connector": {
          const { connector } = item;
          const over =
            connector.tape === "new"
              ? " New tape over it."
              : connector.tape === "kept"
                ? " Its tape over it last."
                : "";
          return {
            shut: false,
            step: {
              key: item.key,
              ask: `${connector.name} back (${connector.kind}).${over}`,
              press: "Closed",
              done: state.connectorsClosed.includes(connector.key),
              draft: () => ({
                stage: "close",
                kind: "connector-closed",
                data: { connector: connector.key },
              }),
            },
          };
        }
        case "part": {
          const { part } = item;
          const ask =
            part.goes === "new each time"
              ? `New: ${partName(part)}, in place, the old thrown out.`
              : part.goes === "to the new layer"
                ? `${partName(part)}: on the new layer and in place?`
                : `${partName(part)}: back in place.`;
          return {
            shut: false,
            step: confirmStep(
              context,
              "close",
              `back-${part.key}`,
              capitalised(ask),
              part.goes === "new each time" ? "New one in" : "In place",
            ),
          };
        }
      }
    });
    const inside = back.filter(({ shut }) => !shut).map(({ step }) => step);
    const outside = back.filter(({ shut }) => shut).map(({ step }) => step);
    return [
      wipeStep(context),
      confirmStep(
        context,
        "close",
        "films",
        "Protective films off, the inner one too. Look along the glass from the side: a film shows at its edge.",
        "Films off",
      ),
      ...linerStep(context),
      ...inside,
      confirmStep(context, "close", "shut", "Fold shut from the hinge edge, cables tucked.", "Shut"),
      timerStep(
        context,
        "close",
        { key: "squeeze", label: "Squeeze", durationS: tapePractice.dwellS.value },
        {
          ask: "Squeeze all round, evenly, over the frame and never over the picture; hold. Good tape needs no clamps.",
          start: "Squeezing",
          wait: "Hold.",
          stop: "Holds",
        },
      ),
      ...outside,
      ...proofSteps(context),
      confirmStep(
        context,
        "close",
        "outside",
        "Clean the whole device outside: glass, back, ports, edges.",
        "Clean",
      ),
      {
        key: "told",
        ask: "Say to the customer what was done, what was left, and how to treat it.",
        press: "Told",
        done: state.told !== null,
        draft: () => ({
          stage: "close",
          kind: "customer-told",
          data: { text: customerWords(family, state) },
        }),
      },
      confirmStep(
        context,
        "close",
        "sign",
        "Read the certificate, then sign it: it goes out under your name.",
        "Sign it",
      ),
    ];
  },
};
