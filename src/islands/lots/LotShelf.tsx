import { memo, useState } from "react";
import { describeFaults, faultsByPath } from "../../../core/faults.ts";
import {
  isOutOfDate,
  isSheetFilm,
  lot,
  lotKinds,
  lotMaterials,
  lotUnits,
  openDaysOf,
  type LotKind,
} from "../../../core/materials/lots.ts";
import type { ShelvedLot } from "../../../server/store/lots.ts";
import { askServer } from "../../ui/ask-server.ts";
import { Field } from "../../ui/Field.tsx";
import { TakeOff } from "../../ui/TakeOff.tsx";
import { typedNumber } from "../../ui/typed-number.ts";
import { useDraft } from "../../ui/useDraft.ts";
import { useMounted } from "../../ui/useMounted.ts";
import { capitalised } from "../../../core/words.ts";
import { dateText, quantityText } from "./lot-words.ts";

interface Typed {
  kind: LotKind;
  lot: string;
  material: string;
  expiresOn: string;
  openedOn: string;
  quantity: string;
}
const blank: Typed = {
  kind: "adhesive",
  lot: "",
  material: lotMaterials.adhesive[0]!,
  expiresOn: "",
  openedOn: "",
  quantity: "",
};
const today = () => new Date().toISOString().slice(0, 10);

/** What is used up at the bench: what is left of it, until when it is good; one more on the shelf, one opened, one off it. */
export const LotShelf = memo(function LotShelf({ initial, nowMs }: { initial: ShelvedLot[]; nowMs: number }) {
  const mounted = useMounted();
  const [lots, setLots] = useState(initial);
  const [typed, setTyped] = useDraft<Typed>("lot", blank);
  const [faults, setFaults] = useState<Record<string, string>>({});
  const [said, setSaid] = useState<string>();
  const old = lots.filter((entry) => isOutOfDate(entry, nowMs));

  /** Asks the server and takes its list; true where it agreed. */
  const ask = async (
    address: string,
    method: "POST" | "PUT" | "DELETE",
    body: object | null,
    done: string,
  ): Promise<boolean> => {
    const asked = await askServer(address, method, body);
    if ("said" in asked) {
      setFaults(faultsByPath(asked.faults));
      setSaid(asked.said);
      return false;
    }
    const listed = asked.answer.status === 204 ? await fetch("/api/lots") : asked.answer;
    setLots((await listed.json()) as ShelvedLot[]);
    setSaid(done);
    return true;
  };
  const add = async () => {
    const entered = {
      kind: typed.kind,
      lot: typed.lot,
      material: typed.material,
      expiresOn: typed.expiresOn || null,
      openedOn: typed.openedOn || null,
      openDays: openDaysOf(typed.kind, typed.material),
      quantity: typedNumber(typed.quantity),
    };
    const parsed = lot.safeParse(entered);
    setFaults(parsed.success ? {} : faultsByPath(describeFaults(parsed.error, entered)));
    if (!parsed.success) return;
    if (await ask("/api/lots", "POST", parsed.data, `${parsed.data.lot} is on the shelf.`)) setTyped(blank);
  };
  const entry = (
    label: string,
    field: "lot" | "expiresOn" | "openedOn" | "quantity",
    type: "text" | "date",
    hint?: string,
  ) => (
    <Field label={label} fault={faults[field] && `${label}: ${faults[field]}`} hint={hint}>
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
  return (
    <>
      <h1 className="answer pt-4">
        {lots.length === 0
          ? "Nothing on the shelf"
          : old.length === 0
            ? `${lots.length} ${lots.length === 1 ? "lot" : "lots"}, all in date`
            : `${old.length} of ${lots.length} lots ${old.length === 1 ? "is" : "are"} out of date`}
      </h1>
      {lotKinds.map((kind) => {
        const shown = lots.filter((shelved) => shelved.kind === kind);
        if (shown.length === 0) return null;
        return (
          <section key={kind} aria-label={capitalised(kind)} className="mt-4">
            <h2 className="text-lg font-semibold">{capitalised(kind)}</h2>
            <ul className="border-t border-line">
              {shown.map((shelved) => {
                const isOld = isOutOfDate(shelved, nowMs);
                return (
                  <li
                    key={shelved.id}
                    className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-line py-1"
                  >
                    <span className="min-w-0 grow">
                      <span className="font-semibold">{shelved.lot}</span> {shelved.material}
                      <span className={`block ${isOld ? "edge-hatch text-danger" : "text-soft"}`}>
                        {dateText(shelved, nowMs)},{" "}
                        {shelved.openedOn ? `open since ${shelved.openedOn}` : "sealed"},{" "}
                        {isSheetFilm(shelved.material) ? (
                          <a href="/film">{shelved.leftQuantity} sheets and remnants left</a>
                        ) : (
                          `${quantityText(kind, shelved.leftQuantity)} of ${quantityText(kind, shelved.quantity)} left`
                        )}
                        {shelved.viscosityPaS === null ? "" : `, measured ${shelved.viscosityPaS} Pa s`}
                      </span>
                    </span>
                    {shelved.openedOn === null && (
                      <button
                        type="button"
                        className="control"
                        onClick={() =>
                          void ask(
                            `/api/lots/${shelved.id}`,
                            "PUT",
                            { openedOn: today() },
                            `${shelved.lot} is open from today.`,
                          )
                        }
                      >
                        Open {shelved.lot}
                      </button>
                    )}
                    <TakeOff
                      name={shelved.lot}
                      onTakeOff={() =>
                        ask(`/api/lots/${shelved.id}`, "DELETE", null, `${shelved.lot} is off the shelf.`)
                      }
                    />
                  </li>
                );
              })}
            </ul>
          </section>
        );
      })}
      <h2 className="mt-8 mb-2 text-xl font-semibold">Put a lot on the shelf</h2>
      <form
        className="grid gap-4 sm:grid-cols-3"
        aria-busy={!mounted}
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          setSaid(undefined);
          void add();
        }}
      >
        <Field label="Kind">
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
                <option key={kind}>{kind}</option>
              ))}
            </select>
          )}
        </Field>
        <Field label="Of what" fault={faults.material}>
          {(attributes) => (
            <select
              {...attributes}
              className="entry"
              value={typed.material}
              onChange={(event) => setTyped({ ...typed, material: event.target.value })}
            >
              {lotMaterials[typed.kind].map((material) => (
                <option key={material}>{material}</option>
              ))}
            </select>
          )}
        </Field>
        {entry("Lot", "lot", "text", "As it stands on it")}
        {entry("Good until", "expiresOn", "date", "As its maker says; empty where none is told")}
        {entry("Opened on", "openedOn", "date", "Empty while it is sealed")}
        {entry(`How much, ${lotUnits[typed.kind]}`, "quantity", "text")}
        <div className="flex flex-wrap items-center gap-4 sm:col-span-3">
          <button type="submit" className="control-strong">
            Put it there
          </button>
          <p role="status">{said}</p>
        </div>
      </form>
    </>
  );
});
