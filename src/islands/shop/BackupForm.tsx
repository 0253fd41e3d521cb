import { useState } from "react";
import { backupSchedule, type BackupSchedule } from "../../../core/backup-schedule.ts";
import { TextEntry } from "../../ui/TextEntry.tsx";
import { typedNumber } from "../../ui/typed-number.ts";
import { ShopForm } from "./ShopForm.tsx";
import { useKept } from "./useKept.ts";
import { t } from "../../../words/shop.ts";

/** When the database is backed up each day, and how many of the backups are kept. */
export function BackupForm({ initial }: { initial: BackupSchedule }) {
  const [at, setAt] = useState(initial.at);
  const [keepMost, setKeepMost] = useState(String(initial.keep));
  const { faults, said, keep } = useKept(backupSchedule, "/api/shop/backup", t("kept"));
  return (
    <ShopForm
      className="sm:grid-cols-2"
      onSave={() => void keep({ at: at.trim(), keep: typedNumber(keepMost) })}
      save={t("save-the-schedule")}
      said={said}
    >
      <TextEntry
        label={t("each-day-at")}
        fault={faults.at}
        hint={t("by-the-clock-of-the-machine-that")}
        value={at}
        onChange={setAt}
      />
      <TextEntry
        label={t("backups-kept")}
        fault={faults.keep}
        hint={t("the-oldest-goes-once-a-new-one")}
        inputMode="numeric"
        value={keepMost}
        onChange={setKeepMost}
      />
    </ShopForm>
  );
}
