import { useState } from "react";
import { shopRoom, type ShopRoom } from "../../../core/clean/room.ts";
import { describeFaults, faultsByPath } from "../../../core/faults.ts";
import { Field } from "../../ui/Field.tsx";
import { useMounted } from "../../ui/useMounted.ts";
import { typedNumber } from "../../ui/typed-number.ts";
import { keepAtShop } from "./keep-at-shop.ts";
import { t } from "../../../words/shop.ts";

const entries = [
  {
    field: "roomM3",
    get label() {
      return t("room-m");
    },
    get hint() {
      return t("length-width-height");
    },
  },
  {
    field: "airChangesPerH",
    get label() {
      return t("air-changes-an-hour");
    },
    get hint() {
      return t("no-fan-0-5-to-2-with");
    },
  },
  {
    field: "mixing",
    get label() {
      return t("mixing-1-ideal-to-10-poor");
    },
    get hint() {
      return t("3-to-5-where-the-air-sweeps");
    },
  },
] as const;

/** How large the room is and how its air is changed: what solvents put in the air is worked out with it. */
export function RoomForm({ initial }: { initial: ShopRoom }) {
  const mounted = useMounted();
  const [typed, setTyped] = useState<Record<keyof ShopRoom, string>>({
    roomM3: String(initial.roomM3),
    airChangesPerH: String(initial.airChangesPerH),
    mixing: String(initial.mixing),
  });
  const [faults, setFaults] = useState<Record<string, string>>({});
  const [said, setSaid] = useState<string>();
  const save = async () => {
    setSaid(undefined);
    const entered = Object.fromEntries(
      Object.entries(typed).map(([field, text]) => [field, typedNumber(text)]),
    );
    const parsed = shopRoom.safeParse(entered);
    setFaults(parsed.success ? {} : faultsByPath(describeFaults(parsed.error, entered)));
    if (parsed.success) setSaid(await keepAtShop("/api/shop/room", parsed.data, t("kept")));
  };
  return (
    <form
      className="grid gap-5 sm:grid-cols-3"
      aria-busy={!mounted}
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      {entries.map(({ field, label, hint }) => (
        <Field key={field} label={label} fault={faults[field] && `${label}: ${faults[field]}`} hint={hint}>
          {(attributes) => (
            <input
              {...attributes}
              className="entry"
              inputMode="decimal"
              value={typed[field]}
              onChange={(event) => setTyped({ ...typed, [field]: event.target.value })}
            />
          )}
        </Field>
      ))}
      <div className="flex items-center gap-4 sm:col-span-3">
        <button type="submit" className="control-strong">
          {t("save-the-room")}
        </button>
        <p role="status">{said}</p>
      </div>
    </form>
  );
}
