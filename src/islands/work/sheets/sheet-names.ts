import { Camera, Gauge, ListTree, OctagonPause, StickyNote, Wrench } from "lucide-react";

/** The sheets that lie over the work, each one press away. */
export const sheets = [
  { key: "photo", title: "Photo", Icon: Camera },
  { key: "reading", title: "Reading", Icon: Gauge },
  { key: "note", title: "Note", Icon: StickyNote },
  { key: "tools", title: "Tools", Icon: Wrench },
  { key: "log", title: "Log", Icon: ListTree },
  { key: "stop", title: "Stop", Icon: OctagonPause },
] as const;
export type SheetKey = (typeof sheets)[number]["key"];
