import { memo, useMemo, useState } from "react";
import { describeFaults, faultsByPath } from "../../../core/faults.ts";
import { isToOrder, part, type ShelvedPart } from "../../../core/materials/parts.ts";
import { exactMoney } from "../../../core/exact-money.ts";
import { t } from "../../../words/lots.ts";
import { AsSpreadsheet } from "../../ui/AsSpreadsheet.tsx";
import { Field } from "../../ui/Field.tsx";
import { FormDialog } from "../../ui/FormDialog.tsx";
import { hasWords } from "../../ui/has-words.ts";
import { ListHead } from "../../ui/ListHead.tsx";
import { TakeOff } from "../../ui/TakeOff.tsx";
import { costTyped, moneyField } from "../../ui/typed-money.ts";
import { typedNumber } from "../../ui/typed-number.ts";
import { useOpenJobs } from "../../ui/useOpenJobs.ts";
import { useShelf } from "../../ui/useShelf.ts";
import { useDraft } from "../../ui/useDraft.ts";

interface Typed {
  /** Which part is counted; null for a new one. */
  id: string | null;
  name: string;
  counted: string;
  reorderAt: string;
  cost: string;
}
const blank: Typed = { id: null, name: "", counted: "", reorderAt: "1", cost: "" };

/** Parts that are kept ready: how many are left, how many open jobs want, and which to order. */
export const PartShelf = memo(function PartShelf({
  initial,
  names,
  currency,
}: {
  initial: ShelvedPart[];
  names: readonly string[];
  currency: string;
}) {
  const {
    items: parts,
    faults,
    setFaults,
    said,
    setSaid,
    ask,
  } = useShelf<ShelvedPart>("/api/parts", initial);
  const [typed, setTyped] = useDraft<Typed>("part", blank);
  const [isOpen, setOpen] = useState(false);
  const [find, setFind] = useState("");
  const open = useOpenJobs();
  const wanted = useMemo(() => {
    const counts = new Map<string, number>();
    for (const { takes } of open?.jobs ?? [])
      for (const { part: name } of takes) counts.set(name, (counts.get(name) ?? 0) + 1);
    return counts;
  }, [open]);
  const wantedOf = (name: string) => wanted.get(name) ?? 0;
  const few = parts.filter((one) => isToOrder(one, wantedOf(one.name)));

  const keep = async () => {
    const told = costTyped(typed.cost, currency);
    if ("fault" in told) return setFaults({ costMinor: told.fault });
    const entered = {
      name: typed.name,
      counted: typedNumber(typed.counted),
      reorderAt: typedNumber(typed.reorderAt),
      ...told,
    };
    const parsed = part.safeParse(entered);
    setFaults(parsed.success ? {} : faultsByPath(describeFaults(parsed.error, entered)));
    if (!parsed.success) return;
    const { name, ...counting } = parsed.data;
    const isKept = await (typed.id === null
      ? ask("", "POST", parsed.data, t("part-is-kept", { name }))
      : ask(`/${typed.id}`, "PUT", counting, t("part-is-counted", { name })));
    if (!isKept) return;
    setTyped(blank);
    setOpen(false);
  };
  const show = (next: Typed) => {
    setSaid(undefined);
    setFaults({});
    setTyped(next);
    setOpen(true);
  };
  const entry = (
    label: string,
    field: "name" | "counted" | "reorderAt" | "cost",
    more: object,
    fault = faults[field],
  ) => (
    <Field label={label} fault={fault && `${label}: ${fault}`}>
      {(attributes) => (
        <input
          {...attributes}
          {...more}
          className="entry"
          value={typed[field]}
          onChange={({ target }) => setTyped({ ...typed, [field]: target.value })}
        />
      )}
    </Field>
  );
  return (
    <>
      <ListHead
        title={
          parts.length === 0
            ? t("no-part-is-kept")
            : few.length === 0
              ? t("enough-of-all-parts", { parts: parts.length })
              : t("parts-to-order", { few: few.length, parts: parts.length })
        }
        search={{ label: t("find-a-part"), placeholder: t("part"), value: find, onChange: setFind }}
        more={
          <a href="/lots" className="control max-sm:order-last">
            {t("lots")}
          </a>
        }
        add={{ text: t("add-a-part"), onPress: () => show(typed.id === null ? typed : blank) }}
      />
      <p role="status" className="not-empty:pb-2">
        {said}
      </p>
      <ul>
        {[...few, ...parts.filter((one) => !few.includes(one))]
          .filter(({ name }) => hasWords(find, name))
          .map((one) => {
            const isFew = isToOrder(one, wantedOf(one.name));
            return (
              <li
                key={one.id}
                className="grid grid-cols-[1fr_auto] items-center gap-x-4 border-b border-line py-1 sm:grid-cols-[1fr_14rem_auto]"
              >
                <span className="leading-tight">
                  <span className="text-lg font-semibold">{one.name}</span>
                  <span className={`block text-sm ${isFew ? "edge-hatch text-danger" : "text-soft"}`}>
                    {isFew ? t("order-more") : t("order-at", { reorderAt: one.reorderAt })}
                  </span>
                </span>
                <span>
                  {t("left-and-wanted", { left: one.left, wanted: wantedOf(one.name) })}
                  {one.costMinor !== null && (
                    <span className="block text-sm text-soft">
                      {t("each-costs", { money: exactMoney(one.costMinor, currency) })}
                    </span>
                  )}
                </span>
                <span className="flex flex-wrap justify-end gap-2 max-sm:col-span-2">
                  <button
                    type="button"
                    className="control"
                    onClick={() =>
                      show({
                        id: one.id,
                        name: one.name,
                        counted: String(Math.max(0, one.left)),
                        reorderAt: String(one.reorderAt),
                        cost: moneyField(one.costMinor, currency),
                      })
                    }
                  >
                    {t("count")}
                    <span className="sr-only"> {one.name}</span>
                  </button>
                  <TakeOff
                    name={one.name}
                    onTakeOff={() =>
                      ask(`/${one.id}`, "DELETE", null, t("is-off-the-shelf", { lot: one.name }))
                    }
                  />
                </span>
              </li>
            );
          })}
      </ul>
      {parts.length > 0 && <AsSpreadsheet address="/api/parts/list.csv" />}
      <FormDialog
        open={isOpen}
        onOpenChange={setOpen}
        title={typed.id === null ? t("add-a-part") : t("count-part", { name: typed.name })}
        description={t("count-what-lies-there")}
        submit={typed.id === null ? t("add-to-shelf") : t("save-the-count")}
        leave={t("close")}
        onSubmit={() => void keep()}
      >
        <div className="grid gap-3 sm:grid-cols-2">
          {typed.id === null && (
            <>
              {entry(t("part"), "name", { list: "part-names" })}
              <datalist id="part-names">
                {names.map((name) => (
                  <option key={name} value={name} />
                ))}
              </datalist>
            </>
          )}
          {entry(t("how-many-there-are"), "counted", { inputMode: "numeric" })}
          {entry(t("order-more-at"), "reorderAt", { inputMode: "numeric" })}
          {entry(t("one-costs", { currency }), "cost", { inputMode: "decimal" }, faults.costMinor)}
        </div>
        {said && isOpen && (
          <p role="alert" className="edge-hatch text-danger">
            {said}
          </p>
        )}
      </FormDialog>
    </>
  );
});
