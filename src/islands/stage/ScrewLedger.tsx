import { Dialog } from "radix-ui";
import { useMemo, useState } from "react";
import {
  imbalance,
  misfitOf,
  misfitSentence,
  screwLedger,
  screwName,
  type LedgerCell,
  type Misfit,
} from "../../../core/open/screw-ledger.ts";
import { backOf, type ScrewSize } from "../../../core/stack/family.ts";
import { BackView } from "../../drawing/BackView.tsx";
import { Field } from "../../ui/Field.tsx";
import { FormDialog } from "../../ui/FormDialog.tsx";
import type { PanelProps } from "./panel.ts";

/** A screw in its own length, so that two sizes can be told apart side by side. */
function ScrewSketch({ lengthMm }: Pick<ScrewSize, "lengthMm">) {
  const px = Math.min(96, 5 * lengthMm);
  return (
    <svg width={px + 14} height={18} aria-hidden="true" className="shrink-0">
      <rect x={1} y={2} width={6} height={14} rx={2} fill="var(--ink)" />
      <path
        d={`M7 6 H${px + 7} L${px + 11} 9 L${px + 7} 12 H7`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth={1.6}
      />
    </svg>
  );
}

const cellLook: Record<LedgerCell["screw"], { words: string; classes: string }> = {
  in: { words: "empty, screw in the device", classes: "border-line text-soft" },
  tray: { words: "screw in the tray", classes: "border-ink bg-ink text-on-ink" },
  missing: { words: "missing", classes: "border-danger text-danger border-dashed" },
  back: { words: "empty, screw back", classes: "border-done text-done" },
};

/**
 * Where every screw is: the back of the device with its holes, and the tray with a cell for each. A tap takes a screw
 * out or puts it back; the one in hand goes into the hole that is tapped next.
 */
export function ScrewLedger({ family, state, live, send }: PanelProps) {
  const ledger = useMemo(() => screwLedger(family, state.screwMoves), [family, state.screwMoves]);
  const [inHand, setInHand] = useState<number | null>(null);
  const [misfit, setMisfit] = useState<Misfit | null>(null);
  const [asks, setAsks] = useState<"stock" | "left over" | "settled" | null>(null);
  const [typed, setTyped] = useState("");
  const [fault, setFault] = useState<string>();
  if (family.screws.length === 0) return null;
  const stage = state.present;
  const works = live && stage !== null && (stage === "open" || stage === "close");
  const picked = ledger.cells.find((c) => c.cell === inHand);

  const putBack = (cell: number, hole: number, meant = false) => {
    const entry = { cell, hole, ...(meant ? { meant } : {}) };
    const found = misfitOf(ledger.cells, entry);
    if (found && !meant) {
      setMisfit(found);
      return;
    }
    if (send({ stage: stage!, kind: "screws-returned", data: { screws: [entry] } })) setInHand(null);
    setMisfit(null);
  };
  const onHole = (hole: LedgerCell) => {
    if (!works) return;
    if (hole.screw === "in") {
      send({ stage: stage!, kind: "screws-taken", data: { cells: [hole.cell] } });
      return;
    }
    if (hole.holds !== null) return;
    if (picked?.screw === "tray") putBack(picked.cell, hole.cell);
    else if (hole.screw === "tray") putBack(hole.cell, hole.cell);
    else setInHand(hole.cell);
  };
  const onCell = (cell: LedgerCell) => {
    if (!works) return;
    if (cell.screw === "in") send({ stage: stage!, kind: "screws-taken", data: { cells: [cell.cell] } });
    else if (cell.screw === "back") setInHand(null);
    else setInHand(inHand === cell.cell ? null : cell.cell);
  };
  const ask = (what: typeof asks) => {
    setTyped(what === "stock" && picked ? String(picked.size.lengthMm) : "");
    setFault(undefined);
    setAsks(what);
  };
  const answer = () => {
    if (asks === "stock") {
      const lengthMm = Number(typed.replace(",", "."));
      if (typed.trim() === "" || !(lengthMm >= 0.5 && lengthMm <= 100)) {
        setFault(`Length: ${typed.trim() || "nothing"} must be a number from 0.5 to 100 mm`);
        return;
      }
      send({ stage: stage!, kind: "screw-found", data: { cell: picked!.cell, from: "stock", lengthMm } });
    } else {
      if (typed.trim() === "") {
        setFault("Note: nothing; must be a text of 1 to 200 characters");
        return;
      }
      const kind = asks === "left over" ? "screw-left-over" : "screw-left-over-settled";
      send({ stage: stage!, kind, data: { note: typed.trim() } });
    }
    setAsks(null);
  };
  const wrong = stage === "close" || state.endedStages.close ? imbalance(ledger) : null;
  const unplaced = ledger.cells.filter((c) => !c.place).length;

  return (
    <section aria-labelledby="screws-title" className="mt-6">
      <h2 id="screws-title" className="text-lg font-semibold">
        Screws
      </h2>
      <p className="text-soft" data-testid="screw-account">
        {ledger.taken} of {ledger.cells.length} out, {ledger.returned} back.{" "}
        {wrong && <strong className="text-danger">{wrong}.</strong>}
      </p>
      <div className="mt-2 grid gap-6 md:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
        <div>
          <BackView
            back={backOf(family)}
            cells={ledger.cells}
            picked={inHand}
            {...(works ? { onHole } : {})}
            title={`Back of ${family.code} with its screws, seen from behind`}
          />
          <p className="mt-1 text-sm text-soft">
            Seen from behind.{family.screws.length > 1 && " The more rings, the longer the screw."}
            {unplaced > 0 && ` ${unplaced} screws have no place on the drawing yet: use their cells.`}
          </p>
        </div>
        <div className="grid content-start gap-4">
          {family.screws.map((size) => (
            <div key={size.key}>
              <p className="flex flex-wrap items-center gap-x-2">
                <strong className="whitespace-nowrap">{screwName(size)}</strong>
                <ScrewSketch lengthMm={size.lengthMm} />
                <span className="text-soft">
                  {size.head}: {size.where}
                </span>
              </p>
              <div
                role="group"
                aria-label={`Cells for ${screwName(size)}`}
                className="mt-1 flex flex-wrap gap-1.5"
              >
                {ledger.cells
                  .filter((c) => c.size.key === size.key)
                  .map((cell) => (
                    <button
                      key={cell.cell}
                      type="button"
                      disabled={!works}
                      aria-pressed={inHand === cell.cell}
                      aria-label={`Cell ${cell.cell}: ${cellLook[cell.screw].words}`}
                      className={`size-12 rounded-sm border-2 text-lg font-semibold aria-pressed:outline-4 aria-pressed:outline-liquid ${cellLook[cell.screw].classes}`}
                      onClick={() => onCell(cell)}
                    >
                      {cell.cell}
                    </button>
                  ))}
              </div>
            </div>
          ))}
        </div>
      </div>
      {works && picked && (picked.screw === "tray" || picked.screw === "missing") && (
        <div role="status" className="mt-3 flex flex-wrap items-center gap-2 border-y-2 border-liquid py-2">
          <span className="flex-1">
            {picked.screw === "tray"
              ? `Screw ${picked.cell} in hand, ${picked.size.thread} × ${picked.lengthMm} mm. Tap the hole where it goes.`
              : `Screw ${picked.cell} is missing.`}
          </span>
          {picked.screw === "tray" ? (
            <>
              <button type="button" className="control" onClick={() => putBack(picked.cell, picked.cell)}>
                Into hole {picked.cell}
              </button>
              <button
                type="button"
                className="control"
                onClick={() => {
                  send({ stage: stage!, kind: "screw-missed", data: { cell: picked.cell } });
                  setInHand(null);
                }}
              >
                It is missing
              </button>
              <button type="button" className="control" onClick={() => setInHand(null)}>
                Put it down
              </button>
            </>
          ) : (
            <>
              <button
                type="button"
                className="control"
                onClick={() =>
                  send({ stage: stage!, kind: "screw-found", data: { cell: picked.cell, from: "bench" } })
                }
              >
                Found
              </button>
              <button type="button" className="control" onClick={() => ask("stock")}>
                One from stock
              </button>
            </>
          )}
        </div>
      )}
      {works && (
        <div className="mt-3 flex flex-wrap gap-2">
          {stage === "close" && (
            <button type="button" className="control" onClick={() => ask("left over")}>
              One is left over
            </button>
          )}
          {ledger.leftOver > 0 && (
            <button type="button" className="control" onClick={() => ask("settled")}>
              Left-over screw settled
            </button>
          )}
        </div>
      )}
      {ledger.misfits.length > 0 && (
        <ul className="edge-hatch mt-3 text-danger">
          {ledger.misfits.map((entry) => (
            <li key={`${entry.cell} ${entry.hole}`}>
              {misfitSentence(ledger.cells, entry)} {entry.meant ? "It was meant." : ""}
            </li>
          ))}
        </ul>
      )}
      <FormDialog
        open={asks !== null}
        onOpenChange={(open) => !open && setAsks(null)}
        title={
          asks === "stock"
            ? `A screw from stock for cell ${picked?.cell}`
            : asks === "settled"
              ? "Where did it belong?"
              : "A screw with no hole"
        }
        description={
          asks === "stock"
            ? `The hole takes ${picked ? screwName(picked.size) : ""}. Measure the new one under its head.`
            : "It keeps the job from being handed over until somebody says where it belonged."
        }
        submit="Record"
        leave="Leave it"
        onSubmit={answer}
      >
        <Field label={asks === "stock" ? "Length, mm" : "Note"} fault={fault}>
          {(attributes) => (
            <input
              {...attributes}
              className="entry"
              inputMode={asks === "stock" ? "decimal" : "text"}
              maxLength={200}
              value={typed}
              onChange={(event) => setTyped(event.target.value)}
            />
          )}
        </Field>
      </FormDialog>
      <Dialog.Root open={misfit !== null} onOpenChange={(open) => !open && setMisfit(null)}>
        <Dialog.Portal>
          <Dialog.Overlay className="fixed inset-0 z-50 bg-black/50" />
          <Dialog.Content className="fixed top-1/2 left-1/2 z-50 w-[min(34rem,94vw)] -translate-x-1/2 -translate-y-1/2 border-4 border-danger bg-ground p-5">
            <Dialog.Title className="edge-hatch text-2xl font-semibold text-danger">
              {misfit && `${misfit.longerMm} mm too long`}
            </Dialog.Title>
            <Dialog.Description className="mt-2 text-lg">
              {misfit && misfitSentence(ledger.cells, misfit)} A screw that is too long cracks what lies under
              it.
            </Dialog.Description>
            <div className="mt-4 flex flex-wrap gap-2">
              <button type="button" className="control-strong" onClick={() => setMisfit(null)}>
                Leave it in hand
              </button>
              <button
                type="button"
                className="control"
                onClick={() => misfit && putBack(misfit.cell, misfit.hole, true)}
              >
                It is meant: put it in
              </button>
            </div>
          </Dialog.Content>
        </Dialog.Portal>
      </Dialog.Root>
    </section>
  );
}
