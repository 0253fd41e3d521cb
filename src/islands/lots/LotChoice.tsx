import { useCallback, useEffect, useState } from "react";
import { isOutOfDate, type LotKind } from "../../../core/materials/lots.ts";
import type { StageName } from "../../../core/job/route.ts";
import type { ShelvedLot } from "../../../server/store/lots.ts";
import type { PanelProps } from "../stage/panel.ts";
import { dateText, quantityText } from "./lot-words.ts";

/** The lots of a kind on the shelf; one is taken to the bench and the job goes by it. */
export function LotChoice({
  kind,
  stage,
  materials,
  title,
  state,
  nowMs,
  live,
  send,
}: Pick<PanelProps, "state" | "nowMs" | "live" | "send"> & {
  kind: LotKind;
  stage: StageName;
  /** Only these, where a choice of material has been made already. */
  materials?: readonly string[];
  title: string;
}) {
  const [lots, setLots] = useState<ShelvedLot[] | null>(null);
  const [said, setSaid] = useState<string>();
  const read = useCallback(async () => {
    try {
      const answer = await fetch("/api/lots");
      if (!answer.ok) throw new Error();
      setLots((await answer.json()) as ShelvedLot[]);
      setSaid(undefined);
    } catch {
      setSaid("The shelf does not answer. The work can go on without a lot.");
    }
  }, []);
  const spentSoFar = state.parts.length;
  useEffect(() => {
    void read();
  }, [read, spentSoFar]);
  const chosen = state.lots[kind];
  // What is still good stands first; the server has the first to go out of date before the others.
  const ofKind = (lots ?? []).filter(
    (lot) => lot.kind === kind && (!materials || materials.includes(lot.material)),
  );
  const shown = [
    ...ofKind.filter((lot) => !isOutOfDate(lot, nowMs)),
    ...ofKind.filter((lot) => isOutOfDate(lot, nowMs)),
  ];
  return (
    <section aria-label={title} className="mt-4 max-w-3xl">
      <h2 className="text-lg font-semibold">{title}</h2>
      {said && <p role="alert">{said}</p>}
      {lots === null && !said && <p className="text-soft">Looking at the shelf.</p>}
      {lots !== null && shown.length === 0 && (
        <p className="text-soft">
          Nothing of this kind is on the shelf. <a href="/lots">Put a lot on it</a>, or go on without one.
        </p>
      )}
      <ul className="border-t border-line">
        {shown.map((lot) => {
          const isOld = isOutOfDate(lot, nowMs);
          const isTaken = chosen?.lot === lot.lot;
          return (
            <li
              key={lot.id}
              className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-line py-1"
            >
              <span className="min-w-0 grow">
                <span className="font-semibold">{lot.lot}</span> {lot.material}
                <span className={`block ${isOld ? "edge-hatch text-danger" : "text-soft"}`}>
                  {dateText(lot, nowMs)}, {quantityText(kind, lot.leftQuantity)} left
                  {lot.viscosityPaS === null ? "" : `, measured ${lot.viscosityPaS} Pa s`}
                </span>
              </span>
              <button
                type="button"
                className={isTaken ? "control-strong" : "control"}
                aria-pressed={isTaken}
                disabled={!live || isTaken}
                onClick={() =>
                  send({
                    stage,
                    kind: "lot-chosen",
                    data: {
                      kind,
                      lot: lot.lot,
                      material: lot.material,
                      expiresOn: lot.expiresOn,
                      openedOn: lot.openedOn,
                      openDays: lot.openDays,
                      ...(lot.viscosityPaS === null ? {} : { viscosityPaS: lot.viscosityPaS }),
                    },
                  })
                }
              >
                {isTaken ? "At the bench" : `Take ${lot.lot}`}
              </button>
            </li>
          );
        })}
      </ul>
      {chosen && !shown.some(({ lot }) => lot === chosen.lot) && (
        <p>
          At the bench: {chosen.lot}, {chosen.material}.
        </p>
      )}
    </section>
  );
}
