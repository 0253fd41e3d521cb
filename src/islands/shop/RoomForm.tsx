import { useState } from "react";
import { shopRoom, type ShopRoom } from "../../../core/clean/room.ts";
import { typedNumber } from "../../ui/typed-number.ts";
import { ShopForm } from "./ShopForm.tsx";
import { TextEntry } from "../../ui/TextEntry.tsx";
import { useKept } from "./useKept.ts";
import { t } from "../../../words/shop.ts";

/** How large the room is and how its air is changed: what solvents put in the air is worked out with it. */
export function RoomForm({ initial }: { initial: ShopRoom }) {
  const [typed, setTyped] = useState<Record<keyof ShopRoom, string>>({
    roomM3: String(initial.roomM3),
    airChangesPerH: String(initial.airChangesPerH),
    mixing: String(initial.mixing),
  });
  const { faults, said, keep } = useKept(shopRoom, "/api/shop/room", t("kept"));
  const save = () =>
    keep(Object.fromEntries(Object.entries(typed).map(([field, text]) => [field, typedNumber(text)])));
  const entry = (field: keyof ShopRoom, label: string, hint: string) => (
    <TextEntry
      label={label}
      fault={faults[field]}
      hint={hint}
      inputMode="decimal"
      value={typed[field]}
      onChange={(text) => setTyped({ ...typed, [field]: text })}
    />
  );
  return (
    <ShopForm className="sm:grid-cols-3" onSave={() => void save()} save={t("save-the-room")} said={said}>
      {entry("roomM3", t("room-m"), t("length-width-height"))}
      {entry("airChangesPerH", t("air-changes-an-hour"), t("no-fan-0-5-to-2-with"))}
      {entry("mixing", t("mixing-1-ideal-to-10-poor"), t("3-to-5-where-the-air-sweeps"))}
    </ShopForm>
  );
}
