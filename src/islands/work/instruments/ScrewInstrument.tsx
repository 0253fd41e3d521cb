import { useMemo, useState } from "react";
import {
  misfitOf,
  misfitSentence,
  screwLedger,
  screwName,
  type LedgerCell,
  type Misfit,
} from "../../../../core/open/screw-ledger.ts";
import { backOf } from "../../../../core/stack/family.ts";
import { BackView } from "../../../drawing/BackView.tsx";
import { Field } from "../../../ui/Field.tsx";
import { FormDialog } from "../../../ui/FormDialog.tsx";
import { asTyped, typedWithin } from "../../../ui/typed-number.ts";
import type { InstrumentProps } from "../instrument.ts";
import { t } from "../../../../words/work.ts";
import { term } from "../../../../words/speaker.ts";

const cellLook: Record<LedgerCell["screw"], { words: string; classes: string }> = {
  in: {
    get words() {
      return t("empty-screw-in-the-device");
    },
    classes: "border-line text-soft",
  },
  tray: {
    get words() {
      return t("screw-in-the-tray");
    },
    classes: "border-ink bg-ink text-on-ink",
  },
  missing: { words: "missing", classes: "border-danger text-danger border-dashed" },
  back: {
    get words() {
      return t("empty-screw-back");
    },
    classes: "border-done text-done",
  },
};

/** Where every screw is: the holes on the back, the cells of the tray. What the step asks for is framed; any other may be tapped. */
export function ScrewInstrument({ scene, data, mayTell, tell }: InstrumentProps) {
  const { family, state } = scene;
  const ledger = useMemo(() => screwLedger(family, state.open.screws), [family, state.open.screws]);
  const [inHand, setInHand] = useState<number | null>(null);
  const [misfit, setMisfit] = useState<Misfit | null>(null);
  const [isFromStock, setIsFromStock] = useState(false);
  const [typed, setTyped] = useState("");
  const [fault, setFault] = useState<string>();
  const asked = new Set<number>([
    ...((data.cells as number[] | undefined) ?? []),
    ...((data.screws as { cell: number }[] | undefined) ?? []).map(({ cell }) => cell),
  ]);
  const picked = ledger.cells.find(({ cell }) => cell === inHand);

  const putBack = (cell: number, hole: number) => {
    const found = misfitOf(ledger.cells, { cell, hole });
    if (found) {
      setTyped("");
      setFault(undefined);
      return setMisfit(found);
    }
    if (tell("screws-returned", { screws: [{ cell, hole }] })) setInHand(null);
    return undefined;
  };
  const onHole = (hole: LedgerCell) => {
    if (!mayTell) return;
    if (hole.screw === "in" || (hole.screw === "back" && hole.holds === hole.cell)) {
      tell("screws-taken", { cells: [hole.cell] });
    } else if (hole.holds === null) {
      if (picked?.screw === "tray") putBack(picked.cell, hole.cell);
      else if (hole.screw === "tray") putBack(hole.cell, hole.cell);
      else setInHand(hole.cell);
    }
  };
  const signMisfit = () => {
    if (!misfit) return;
    if (typed.trim().length < 10) {
      return setFault(t("reason-must-be-a-text-of-10", { typed: asTyped(typed) }));
    }
    const { cell, hole } = misfit;
    if (!tell("signed-for", { fact: { is: "screw-fits", cell, hole }, reason: typed.trim() }))
      return undefined;
    setMisfit(null);
    return undefined;
  };
  const fromStock = () => {
    const lengthMm = typedWithin(typed, [0.5, 100]);
    if (lengthMm === null) {
      return setFault(t("length-must-be-a-number-from-0", { typed: asTyped(typed) }));
    }
    if (tell("screw-found", { cell: picked!.cell, from: "stock", lengthMm })) setIsFromStock(false);
    return undefined;
  };
  return (
    <div className="grid h-full min-h-0 w-full grid-rows-[minmax(0,1fr)_auto] gap-2 side:grid-cols-[minmax(0,1fr)_19rem]">
      <div className="min-h-0">
        <BackView
          back={backOf(family)}
          cells={ledger.cells}
          picked={inHand}
          fills
          {...(mayTell ? { onHole } : {})}
          title={t("screws-of-from-behind", { code: family.code })}
        />
      </div>
      <div className="max-h-40 min-h-0 overflow-y-auto side:max-h-none">
        {family.screws.map((size) => (
          <div key={size.key} className="mb-2">
            <p className="text-sm">
              <strong>{screwName(size)}</strong>{" "}
              <span className="text-soft max-lg:landscape:hidden">{term(size.where)}</span>
            </p>
            <div
              role="group"
              aria-label={t("cells-for", { screwName: screwName(size) })}
              className="flex flex-wrap gap-1.5"
            >
              {ledger.cells
                .filter((c) => c.size.key === size.key)
                .map((cell) => (
                  <button
                    key={cell.cell}
                    type="button"
                    disabled={!mayTell}
                    aria-pressed={inHand === cell.cell}
                    aria-label={t("cell", { cell: cell.cell, words: cellLook[cell.screw].words })}
                    className={`size-12 rounded-sm border-2 text-lg font-semibold aria-pressed:outline-4 aria-pressed:outline-liquid ${cellLook[cell.screw].classes} ${asked.has(cell.cell) ? "ring-4 ring-heat" : ""}`}
                    onClick={() => setInHand(inHand === cell.cell ? null : cell.cell)}
                  >
                    {cell.cell}
                  </button>
                ))}
            </div>
          </div>
        ))}
      </div>
      {mayTell && picked && (
        <div
          role="status"
          className="flex flex-wrap items-center gap-2 border-t-2 border-liquid pt-2 side:col-span-2"
        >
          <span className="flex-1">
            {picked.screw === "tray"
              ? t("screw-mm-tap-its-hole", {
                  cell: picked.cell,
                  thread: picked.size.thread,
                  lengthMm: picked.lengthMm,
                })
              : picked.screw === "missing"
                ? t("screw-is-missing", { cell: picked.cell })
                : t("screw-sits-in-its-hole", { cell: picked.cell })}
          </span>
          {picked.screw === "in" && (
            <button
              type="button"
              className="control"
              onClick={() => tell("screws-taken", { cells: [picked.cell] }) && setInHand(null)}
            >
              {t("out")}
            </button>
          )}
          {picked.screw === "tray" && (
            <>
              <button type="button" className="control" onClick={() => putBack(picked.cell, picked.cell)}>
                {t("into-hole", { cell: picked.cell })}
              </button>
              <button
                type="button"
                className="control"
                onClick={() => tell("screw-missed", { cell: picked.cell }) && setInHand(null)}
              >
                {t("missing")}
              </button>
            </>
          )}
          {picked.screw === "missing" && (
            <>
              <button
                type="button"
                className="control"
                onClick={() => tell("screw-found", { cell: picked.cell, from: "bench" })}
              >
                {t("found")}
              </button>
              <button
                type="button"
                className="control"
                onClick={() => {
                  setTyped(String(picked.size.lengthMm));
                  setFault(undefined);
                  setIsFromStock(true);
                }}
              >
                {t("one-from-stock")}
              </button>
            </>
          )}
        </div>
      )}
      <FormDialog
        open={isFromStock}
        onOpenChange={setIsFromStock}
        title={t("a-screw-from-stock-for-cell", { cell: picked?.cell ?? "" })}
        description={t("the-hole-takes-measure-the-new-one", { value: picked ? screwName(picked.size) : "" })}
        submit={t("record")}
        leave={t("leave-it")}
        onSubmit={fromStock}
      >
        <Field label={t("length-mm")} fault={fault}>
          {(attributes) => (
            <input
              {...attributes}
              className="entry"
              inputMode="decimal"
              value={typed}
              onChange={({ target }) => setTyped(target.value)}
            />
          )}
        </Field>
      </FormDialog>
      <FormDialog
        open={misfit !== null}
        onOpenChange={(open) => !open && setMisfit(null)}
        title={misfit ? t("mm-too-long", { longerMm: misfit.longerMm }) : ""}
        description={
          misfit
            ? t("a-screw-that-is-too-long-cracks", { misfitSentence: misfitSentence(ledger.cells, misfit) })
            : ""
        }
        submit={t("sign-for-it")}
        leave={t("leave-it-in-the-tray")}
        onSubmit={signMisfit}
      >
        <Field label={t("why-this-screw-is-right-at-least")} fault={fault}>
          {(attributes) => (
            <input
              {...attributes}
              className="entry"
              maxLength={500}
              value={typed}
              onChange={({ target }) => setTyped(target.value)}
            />
          )}
        </Field>
      </FormDialog>
    </div>
  );
}
