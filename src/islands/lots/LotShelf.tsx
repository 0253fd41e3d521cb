import { isSheetFilm } from "../../../core/film/films.ts";
import { memo, useState } from "react";
import { describeFaults, faultsByPath } from "../../../core/faults.ts";
import {
  isOutOfDate,
  lotKinds,
  lotMaterials,
  lotUnits,
  openDaysOf,
  usableOf,
  type LotKind,
} from "../../../core/materials/lots.ts";
import { exactMoney } from "../../../core/exact-money.ts";
import { lot } from "../../../core/materials/shelf-lot.ts";
import type { ShelvedLot } from "../../../server/store/lots.ts";
import { Field } from "../../ui/Field.tsx";
import { FormDialog } from "../../ui/FormDialog.tsx";
import { hasWords } from "../../ui/has-words.ts";
import type { Label } from "../../../core/labels/label.ts";
import { PrintLabels } from "../../ui/PrintLabels.tsx";
import { AsSpreadsheet } from "../../ui/AsSpreadsheet.tsx";
import { ListHead } from "../../ui/ListHead.tsx";
import { Narrow } from "../../ui/Narrow.tsx";
import { TextEntry } from "../../ui/TextEntry.tsx";
import { TakeOff } from "../../ui/TakeOff.tsx";
import { costTyped, moneyField } from "../../ui/typed-money.ts";
import { typedNumber } from "../../ui/typed-number.ts";
import { useOpenJobs } from "../../ui/useOpenJobs.ts";
import { useShelf } from "../../ui/useShelf.ts";
import { useDraft } from "../../ui/useDraft.ts";
import { capitalised } from "../../../core/words.ts";
import { dateText, quantityText } from "./lot-words.ts";
import { t } from "../../../words/lots.ts";
import { term } from "../../../words/speaker.ts";

interface Typed {
  kind: LotKind;
  lot: string;
  material: string;
  expiresOn: string;
  openedOn: string;
  quantity: string;
  cost: string;
}
const blank: Typed = {
  kind: "adhesive",
  lot: "",
  material: lotMaterials.adhesive[0]!,
  expiresOn: "",
  openedOn: "",
  quantity: "",
  cost: "",
};
const today = () => new Date().toISOString().slice(0, 10);

/** What is used up at the bench: what is left of it, until when it is good; one more on the shelf, one opened, one off it. */
export const LotShelf = memo(function LotShelf({
  initial,
  nowMs,
  currency,
}: {
  initial: ShelvedLot[];
  nowMs: number;
  currency: string;
}) {
  const { items: lots, faults, setFaults, said, setSaid, ask } = useShelf<ShelvedLot>("/api/lots", initial);
  const [typed, setTyped] = useDraft<Typed>("lot", blank);
  const [isAdding, setAdding] = useState(false);
  const [costed, setCosted] = useState<{ id: string; lot: string; cost: string } | null>(null);
  const [narrowed, setNarrowed] = useState({ find: "", kind: "", date: "" });
  const open = useOpenJobs();
  const old = lots.filter((entry) => isOutOfDate(entry, nowMs));

  const add = async () => {
    const told = costTyped(typed.cost, currency);
    if ("fault" in told) return setFaults({ costMinor: told.fault });
    const entered = {
      kind: typed.kind,
      lot: typed.lot,
      material: typed.material,
      expiresOn: typed.expiresOn || null,
      openedOn: typed.openedOn || null,
      openDays: openDaysOf(typed.kind, typed.material),
      quantity: typedNumber(typed.quantity),
      ...told,
    };
    const parsed = lot.safeParse(entered);
    setFaults(parsed.success ? {} : faultsByPath(describeFaults(parsed.error, entered)));
    if (!parsed.success) return;
    if (await ask("", "POST", parsed.data, t("is-on-the-shelf", { lot: parsed.data.lot }))) {
      setTyped(blank);
      setAdding(false);
    }
  };
  const keepCost = async ({ id, lot: name, cost }: NonNullable<typeof costed>) => {
    const told = costTyped(cost, currency);
    if ("fault" in told) return setFaults({ costMinor: told.fault });
    if (await ask(`/${id}`, "PUT", told, t("cost-is-kept", { lot: name }))) setCosted(null);
  };
  const entry = (
    label: string,
    field: "lot" | "expiresOn" | "openedOn" | "quantity",
    type: "text" | "date",
  ) => (
    <Field label={label} fault={faults[field] && `${label}: ${faults[field]}`}>
      {(attributes) => (
        <input
          {...attributes}
          className="entry"
          type={type}
          {...(field === "quantity" ? { inputMode: "decimal" as const } : {})}
          value={typed[field]}
          onChange={(event) => setTyped({ ...typed, [field]: event.target.value })}
        />
      )}
    </Field>
  );
  const shown = lots.filter(
    (shelved) =>
      (narrowed.kind === "" || shelved.kind === narrowed.kind) &&
      (narrowed.date === "" || isOutOfDate(shelved, nowMs) === (narrowed.date === "out")) &&
      hasWords(narrowed.find, shelved.lot, shelved.material, shelved.kind),
  );
  return (
    <>
      <ListHead
        title={
          lots.length === 0
            ? t("nothing-on-the-shelf")
            : old.length === 0
              ? t("all-in-date", { lots: lots.length })
              : t("of-lots-out-of-date", {
                  old: old.length,
                  lots: lots.length,
                })
        }
        search={{
          label: t("find-a-lot"),
          placeholder: t("lot-material"),
          value: narrowed.find,
          onChange: (find) => setNarrowed({ ...narrowed, find }),
        }}
        more={
          <a href="/parts" className="control max-sm:order-last">
            {t("parts")}
          </a>
        }
        add={{
          text: t("add-a-lot"),
          onPress: () => {
            setSaid(undefined);
            setAdding(true);
          },
        }}
      />
      <div className="grid grid-cols-2 items-end gap-3 pb-1 sm:grid-cols-[15rem_15rem_auto] sm:justify-start">
        <Narrow
          label={t("kind")}
          value={narrowed.kind}
          options={[
            { value: "", text: t("any") },
            ...lotKinds.map((kind) => ({ value: kind, text: capitalised(term(kind)) })),
          ]}
          onChange={(kind) => setNarrowed({ ...narrowed, kind })}
        />
        <Narrow
          label={t("date")}
          value={narrowed.date}
          options={[
            { value: "", text: t("any") },
            { value: "in", text: t("in-date") },
            { value: "out", text: t("out-of-date") },
          ]}
          onChange={(date) => setNarrowed({ ...narrowed, date })}
        />
        <PrintLabels
          labels={shown.map((shelved): Label => ({ of: "lot", code: shelved.lot }))}
          className="control max-sm:col-span-2"
        />
      </div>
      <p role="status" className="not-empty:pb-2">
        {said}
      </p>
      {lots.length > 0 && shown.length === 0 && <p className="text-lg">{t("no-lot-matches")}</p>}
      {lotKinds.map((kind) => {
        const members = shown.filter((shelved) => shelved.kind === kind);
        if (members.length === 0) return null;
        return (
          <section key={kind} aria-label={capitalised(term(kind))} className="mb-3">
            <div className="flex flex-wrap items-baseline gap-x-4 border-b-2 border-ink">
              <h2 className="text-lg font-semibold">{capitalised(term(kind))}</h2>
              <Wanted kind={kind} lots={lots} wanted={open?.lots[kind] ?? 0} nowMs={nowMs} />
            </div>
            <ul>
              {members.map((shelved) => {
                const isOld = isOutOfDate(shelved, nowMs);
                return (
                  <li
                    key={shelved.id}
                    className="grid grid-cols-[1.5rem_1fr_auto] items-center gap-x-4 border-b border-line py-1 sm:grid-cols-[1.5rem_1fr_13.5rem_8rem_minmax(17rem,auto)]"
                  >
                    <LeftBar share={leftShare(shelved)} isOld={isOld} />
                    <span className="leading-tight">
                      <span className="text-lg font-semibold">{shelved.lot}</span> {term(shelved.material)}
                      <span className={`block text-sm ${isOld ? "edge-hatch text-danger" : "text-soft"}`}>
                        {shelved.isBlocked && <b className="text-danger">{t("blocked")} · </b>}
                        {dateText(shelved, nowMs)},{" "}
                        {shelved.openedOn ? t("open-since", { openedOn: shelved.openedOn }) : t("sealed")}
                        {shelved.viscosityPaS === null
                          ? ""
                          : t("measured-pa-s", { viscosityPaS: shelved.viscosityPaS })}
                      </span>
                    </span>
                    <span className="flex flex-wrap gap-x-3 leading-tight max-sm:col-span-2 max-sm:col-start-2 max-sm:row-start-2">
                      {isSheetFilm(shelved.material) && (
                        <a href="/film" className="inline-flex min-h-12 items-center underline">
                          {shelved.leftQuantity === 1
                            ? t("1-piece-left")
                            : t("pieces-left", { leftQuantity: shelved.leftQuantity })}
                        </a>
                      )}
                      <button
                        type="button"
                        className="min-h-12 text-left"
                        onClick={() => {
                          setSaid(undefined);
                          setFaults({});
                          const { id, lot: name, costMinor } = shelved;
                          setCosted({ id, lot: name, cost: moneyField(costMinor, currency) });
                        }}
                      >
                        {!isSheetFilm(shelved.material) &&
                          t("of-left", {
                            kind: quantityText(kind, shelved.leftQuantity),
                            kind2: quantityText(kind, shelved.quantity),
                          })}
                        <span className="block text-sm underline underline-offset-4">
                          {shelved.costMinor === null
                            ? t("cost-not-told")
                            : t("it-cost", { money: exactMoney(shelved.costMinor, currency) })}
                        </span>
                        <span className="sr-only"> {shelved.lot}</span>
                      </button>
                    </span>
                    <a
                      href={`/jobs?lot=${encodeURIComponent(shelved.lot)}`}
                      className="inline-flex min-h-12 items-center underline underline-offset-4 max-sm:hidden"
                    >
                      {t("used-by-jobs")}
                    </a>
                    <span className="flex flex-wrap justify-end gap-2 max-sm:col-span-2 max-sm:col-start-2 max-sm:row-start-3 max-sm:justify-start">
                      <button
                        type="button"
                        className="control"
                        onClick={() =>
                          void ask(
                            `/blocked/${encodeURIComponent(shelved.lot)}`,
                            shelved.isBlocked ? "DELETE" : "PUT",
                            null,
                            shelved.isBlocked
                              ? t("may-be-used-again", { lot: shelved.lot })
                              : t("is-blocked-now", { lot: shelved.lot }),
                          )
                        }
                      >
                        {shelved.isBlocked ? t("release") : t("block")}
                        <span className="sr-only"> {shelved.lot}</span>
                      </button>
                      {!shelved.isBlocked && shelved.openedOn === null && (
                        <button
                          type="button"
                          className="control"
                          onClick={() =>
                            void ask(
                              `/${shelved.id}`,
                              "PUT",
                              { openedOn: today() },
                              t("is-open-from-today", { lot: shelved.lot }),
                            )
                          }
                        >
                          {t("open")}
                          <span className="sr-only"> {shelved.lot}</span>
                        </button>
                      )}
                      <TakeOff
                        name={shelved.lot}
                        onTakeOff={() =>
                          ask(`/${shelved.id}`, "DELETE", null, t("is-off-the-shelf", { lot: shelved.lot }))
                        }
                      />
                    </span>
                  </li>
                );
              })}
            </ul>
          </section>
        );
      })}
      {lots.length > 0 && <AsSpreadsheet address="/api/lots/list.csv" />}
      <FormDialog
        open={isAdding}
        onOpenChange={setAdding}
        title={t("add-a-lot")}
        description={t("copy-the-lot-and-the-date-from")}
        submit={t("add-to-shelf")}
        leave={t("close")}
        onSubmit={() => {
          setSaid(undefined);
          void add();
        }}
      >
        <div className="grid gap-3 sm:grid-cols-2">
          <Field label={t("kind")}>
            {(attributes) => (
              <select
                {...attributes}
                className="entry"
                value={typed.kind}
                onChange={(event) => {
                  const kind = event.target.value as LotKind;
                  setTyped({ ...typed, kind, material: lotMaterials[kind][0]! });
                }}
              >
                {lotKinds.map((kind) => (
                  <option key={kind} value={kind}>
                    {term(kind)}
                  </option>
                ))}
              </select>
            )}
          </Field>
          <Field label={t("material")} fault={faults.material}>
            {(attributes) => (
              <select
                {...attributes}
                className="entry"
                value={typed.material}
                onChange={(event) => setTyped({ ...typed, material: event.target.value })}
              >
                {lotMaterials[typed.kind].map((material) => (
                  <option key={material} value={material}>
                    {term(material)}
                  </option>
                ))}
              </select>
            )}
          </Field>
          {entry(t("lot"), "lot", "text")}
          {entry(
            t("how-much", { lotUnit: typed.kind === "film" ? t("of-sheets") : lotUnits[typed.kind] }),
            "quantity",
            "text",
          )}
          {entry(t("good-until"), "expiresOn", "date")}
          {entry(t("opened-on"), "openedOn", "date")}
          <TextEntry
            label={t("all-of-it-cost", { currency })}
            inputMode="decimal"
            fault={faults.costMinor}
            value={typed.cost}
            onChange={(cost) => setTyped({ ...typed, cost })}
          />
        </div>
        {said && <p role="alert">{said}</p>}
      </FormDialog>
      {costed && (
        <FormDialog
          open
          onOpenChange={() => setCosted(null)}
          title={t("cost-of-lot", { lot: costed.lot })}
          description={t("cost-counts-for-all-of-it")}
          submit={t("save-the-cost")}
          leave={t("close")}
          onSubmit={() => void keepCost(costed)}
        >
          <TextEntry
            label={t("all-of-it-cost", { currency })}
            inputMode="decimal"
            fault={faults.costMinor}
            value={costed.cost}
            onChange={(cost) => setCosted({ ...costed, cost })}
          />
          {said && <p role="alert">{said}</p>}
        </FormDialog>
      )}
    </>
  );
});

/** How much of a kind open jobs will still use up, and whether there is enough that may be used. */
function Wanted({
  kind,
  lots,
  wanted,
  nowMs,
}: {
  kind: LotKind;
  lots: readonly ShelvedLot[];
  wanted: number;
  nowMs: number;
}) {
  if (wanted === 0) return null;
  const usable = usableOf(kind, lots, nowMs);
  const isShort = usable < wanted;
  return (
    <p className={isShort ? "edge-hatch text-danger" : "text-soft"}>
      {t("open-jobs-want", {
        wanted: quantityText(kind, wanted),
        usable: quantityText(kind, usable),
        isShort: isShort ? "short" : "enough",
      })}
    </p>
  );
}

/** How much of a lot is left, 0 to 1; sheets and their remnants are not measured so. */
const leftShare = ({ material, leftQuantity, quantity }: ShelvedLot): number =>
  isSheetFilm(material) ? Math.min(1, leftQuantity) : Math.min(1, Math.max(0, leftQuantity / quantity));

function LeftBar({ share, isOld }: { share: number; isOld: boolean }) {
  return (
    <svg viewBox="0 0 20 44" className="h-11 w-5" aria-hidden>
      <rect
        x={2}
        y={2 + 40 * (1 - share)}
        width={16}
        height={40 * share}
        fill={isOld ? "var(--danger)" : "var(--liquid)"}
      />
      <rect x={2} y={2} width={16} height={40} rx={2} fill="none" stroke="var(--ink)" strokeWidth={1.6} />
    </svg>
  );
}
