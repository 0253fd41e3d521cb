import { Camera, Gauge, ListTree, OctagonPause, StickyNote, Wrench } from "lucide-react";
import { t } from "../../../../words/work.ts";

/** The sheets that lie over the work, each one press away. */
export const sheets = [
  {
    key: "photo",
    get title() {
      return t("photo");
    },
    Icon: Camera,
  },
  {
    key: "reading",
    get title() {
      return t("reading");
    },
    Icon: Gauge,
  },
  {
    key: "note",
    get title() {
      return t("note");
    },
    Icon: StickyNote,
  },
  {
    key: "tools",
    get title() {
      return t("tools");
    },
    Icon: Wrench,
  },
  {
    key: "log",
    get title() {
      return t("log");
    },
    Icon: ListTree,
  },
  {
    key: "stop",
    get title() {
      return t("stop");
    },
    Icon: OctagonPause,
  },
] as const;
export type SheetKey = (typeof sheets)[number]["key"];
