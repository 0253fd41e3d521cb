import type { StageName } from "../../../../core/stage.ts";
import type { ToolProps } from "../instrument.ts";
import type { logRows } from "../log-rows.ts";
import { LogSheet } from "./LogSheet.tsx";
import { MoreSheet } from "./MoreSheet.tsx";
import { NoteSheet } from "./NoteSheet.tsx";
import { PhotoSheet } from "./PhotoSheet.tsx";
import { ReadingSheet } from "./ReadingSheet.tsx";
import { StopSheet } from "./StopSheet.tsx";
import { ToolsSheet } from "./ToolsSheet.tsx";

/** The sheet that is open, if one is. */
export function OpenSheet({
  sheet,
  tools,
  stage,
  log,
  asksFor,
  onPick,
  onClose,
}: {
  sheet: string;
  tools: ToolProps;
  stage: StageName;
  log: ReturnType<typeof logRows>;
  asksFor: Parameters<typeof StopSheet>[0]["asksFor"];
  /** Another sheet is wanted in its place. */
  onPick: (key: string) => void;
  onClose: () => void;
}) {
  const [name, tool, ...given] = sheet.split(" ");
  switch (name) {
    case "more":
      return <MoreSheet onPick={onPick} onClose={onClose} />;
    case "photo":
      return <PhotoSheet {...tools} onPick={onPick} onClose={onClose} />;
    case "reading":
      return <ReadingSheet {...tools} onClose={onClose} />;
    case "note":
      return <NoteSheet {...tools} onClose={onClose} />;
    case "stop":
      return <StopSheet {...tools} asksFor={asksFor} onClose={onClose} />;
    case "log":
      return <LogSheet {...tools} rows={log} onClose={onClose} />;
    case "tools":
      return <ToolsSheet {...tools} given={given} stage={stage} first={tool ?? null} onClose={onClose} />;
    default:
      return null;
  }
}
