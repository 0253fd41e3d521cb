import { t } from "../words/trade.ts";
/** The slabs of the pile: what a move belongs to. In which order a job comes to them follows from its plan. */
export const stageNames = [
  "intake",
  "open",
  "lift",
  "clean",
  "rework",
  "fit",
  "bond",
  "cure",
  "prove",
  "close",
] as const;
export type StageName = (typeof stageNames)[number];

export const stageTitles: Record<StageName, string> = {
  get intake() {
    return t("intake");
  },
  get open() {
    return t("open");
  },
  get lift() {
    return t("lift");
  },
  get clean() {
    return t("clean");
  },
  get rework() {
    return t("rework");
  },
  get fit() {
    return t("fit");
  },
  get bond() {
    return t("bond");
  },
  get cure() {
    return t("cure");
  },
  get prove() {
    return t("prove");
  },
  get close() {
    return t("close");
  },
};
