import { z } from "zod";
import { t } from "../words/trade.ts";
import { boundedWhole } from "./units.ts";

/** When the shop's database is backed up each day, by the clock of the machine that keeps the backups, and how many of them are kept. */
export const backupSchedule = z.strictObject({
  at: z
    .string({ error: () => t("must-be-a-time-of-day") })
    .regex(/^([01]\d|2[0-3]):[0-5]\d$/, { error: () => t("must-be-a-time-of-day") }),
  keep: boundedWhole(1, 3_650),
});
export type BackupSchedule = z.output<typeof backupSchedule>;
