import { stepKey, type JobState } from "../job/fold.ts";
import { closingOrder, linerCount, partName } from "../open/opening-order.ts";
import { screwLedger, screwName } from "../open/screw-ledger.ts";
import type { Family } from "../stack/family.ts";

/** Something that came out, or off a new part, and has not been seen back. */
export interface StillOut {
  kind: "connector" | "part" | "tape" | "liner" | "screw";
  name: string;
  count: number;
  /** It belongs inside: once the device is shut nobody gets at it. */
  isInside: boolean;
}

/** Everything that the ledger of a job has out: connectors, parts, tape, liners, then screws. Empty where all is accounted for. */
export function stillOut(family: Family, state: JobState): StillOut[] {
  const has = (stage: "open" | "close", step: string) => stepKey(stage, step) in state.stepsDone;
  const inside = closingOrder(family, state.connectorsOpen).flatMap((item): StillOut[] => {
    if (item.kind === "connector") {
      const { key, name, tape } = item.connector;
      if (state.connectorsClosed.includes(key)) return [];
      return [
        { kind: "connector", name, count: 1, isInside: true },
        ...(tape === "none"
          ? []
          : [{ kind: "tape" as const, name: `tape over ${name}`, count: 1, isInside: true }]),
      ];
    }
    if (
      item.kind !== "part" ||
      !has("open", `move-${item.part.key}`) ||
      has("close", `back-${item.part.key}`)
    ) {
      return [];
    }
    const { part } = item;
    return [
      {
        kind: part.kind === "tape" ? "tape" : "part",
        name: partName(part),
        count: part.count,
        isInside: true,
      },
    ];
  });
  // Before the close nobody has counted them, so none is amiss yet.
  const liners = state.started.close ? linerCount(family) - (state.linersCounted ?? 0) : 0;
  const screws = screwLedger(family, state.screwMoves).left.map(({ size, count }): StillOut => ({
    kind: "screw",
    name: screwName(size),
    count,
    isInside: false,
  }));
  return [
    ...inside,
    ...(liners > 0
      ? [{ kind: "liner" as const, name: "liners not counted", count: liners, isInside: true }]
      : []),
    ...screws,
  ];
}
