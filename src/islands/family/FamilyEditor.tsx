import { ArrowLeft, Redo2, Undo2 } from "lucide-react";
import { memo, useCallback, useEffect, useMemo, useState } from "react";
import { describeFaults, type Fault } from "../../../core/faults.ts";
import { family as familySchema, type Family } from "../../../core/stack/family.ts";
import { askServer } from "../../ui/ask-server.ts";
import { readKept, setKept } from "../../ui/browser-kept.ts";
import { useMounted } from "../../ui/useMounted.ts";
import { BackEditor } from "./BackEditor.tsx";
import { DeviceEditor } from "./DeviceEditor.tsx";
import { EditorContext, faultFinder } from "./editor.ts";
import { emptyFamily, finished } from "./family-draft.ts";
import {
  firstSelections,
  parts,
  partWords,
  partOf,
  placeOfFault,
  type Part,
  type Selection,
} from "./family-parts.ts";
import { begin, change, redo, undo, type History } from "./history.ts";
import { InsideEditor } from "./InsideEditor.tsx";
import { PlanEditor } from "./PlanEditor.tsx";
import { RouteEditor } from "./RouteEditor.tsx";
import { StackEditor } from "./StackEditor.tsx";
import { t } from "../../../words/family.ts";

/** What is being drawn, kept in this browser until it is sent. */
function useKeptHistory(key: string, initial: Family, found: Partial<Family> | null) {
  const first = useCallback(
    () => (found ? change(begin(initial), { ...initial, ...found }, "as found", 0) : begin(initial)),
    [initial, found],
  );
  const [history, setHistory] = useState<History<Family>>(first);
  const [wasKept, setWasKept] = useState(false);
  useEffect(() => {
    const kept = readKept<Family>(key);
    if (!kept) return;
    // A number that was none is kept as null.
    setHistory(change(begin(initial), kept, "what was kept", 0));
    setWasKept(true);
  }, [key, initial]);
  useEffect(() => {
    if (history.past.length > 0) setKept(key, history.present);
  }, [key, history]);
  const forget = () => {
    setKept(key, null);
    setHistory(first());
    setWasKept(false);
  };
  return { history, setHistory, wasKept, forget };
}

/** A family drawn and typed; every change can be taken back until it is kept as the next version. */
export const FamilyEditor = memo(function FamilyEditor({
  stored,
  found = null,
  currency,
  initialPart = "device",
}: {
  stored: { family: Family; version: number } | null;
  /** What a device of it turned out to hold: the draft begins with it. */
  found?: ({ code: string } & Pick<Family, "stack" | "seams">) | null;
  currency: string;
  /** Which sheet lies open at first. */
  initialPart?: Part;
}) {
  const mounted = useMounted();
  const initial = useMemo(() => stored?.family ?? emptyFamily(), [stored]);
  const asFound = useMemo(() => (found ? { stack: found.stack, seams: found.seams } : null), [found]);
  const key = `half-lift family ${stored ? `${stored.family.code} ${stored.version}` : "new"}${found ? ` as ${found.code}` : ""}`;
  const { history, setHistory, wasKept, forget } = useKeptHistory(key, initial, asFound);
  const family = history.present;
  const [part, setPart] = useState(initialPart);
  const [selections, setSelections] = useState(firstSelections);
  const [isChecked, setIsChecked] = useState(false);
  const [refused, setRefused] = useState<string>();
  const [sending, setSending] = useState(false);

  const faults: Fault[] = useMemo(() => {
    if (!isChecked) return [];
    const ready = finished(family);
    const parsed = familySchema.safeParse(ready);
    return parsed.success ? [] : describeFaults(parsed.error, ready);
  }, [isChecked, family]);
  const select = useCallback(
    (selection: Selection) => setSelections((before) => ({ ...before, [partOf(selection)]: selection })),
    [],
  );
  const editor = useMemo(
    () => ({
      family,
      selection: selections[part],
      select,
      change: (more: Partial<Family>, what: string) =>
        setHistory((before) => change(before, { ...before.present, ...more }, what, Date.now())),
      ...faultFinder(faults),
    }),
    [family, faults, part, selections, select, setHistory],
  );

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.altKey) return;
      const pressed = event.key.toLowerCase();
      if (pressed !== "z" && pressed !== "y") return;
      event.preventDefault();
      setHistory(pressed === "y" || event.shiftKey ? redo : undo);
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [setHistory]);

  const keep = async () => {
    setIsChecked(true);
    setRefused(undefined);
    const parsed = familySchema.safeParse(finished(family));
    if (!parsed.success) return;
    setSending(true);
    const asked = await askServer(
      stored ? `/api/families/${stored.family.code}` : "/api/families",
      stored ? "PUT" : "POST",
      stored ? { seenVersion: stored.version, family: parsed.data } : parsed.data,
      t("no-answer-from-the-server-what-you"),
    );
    if ("answer" in asked) {
      setKept(key, null);
      location.assign(`/families/${parsed.data.code}`);
      return;
    }
    setRefused(asked.said);
    setSending(false);
  };

  const selectPart = (next: Part) => {
    setPart(next);
    const address = new URL(location.href);
    address.searchParams.set("part", next);
    window.history.replaceState(null, "", address);
  };
  const faultyParts = new Set(faults.map(({ path }) => placeOfFault(path, family).part));
  const first = faults[0];
  const place = first && placeOfFault(first.path, family);
  return (
    <EditorContext value={editor}>
      <main className="flex min-h-0 flex-1 flex-col overflow-hidden" aria-busy={!mounted}>
        <div className="flex shrink-0 items-center gap-3 overflow-x-auto border-b border-line px-2 lg:px-4">
          <a
            href={stored ? `/families/${stored.family.code}` : "/families"}
            aria-label={t("back-to-the-families")}
            className="flex min-h-12 min-w-8 shrink-0 items-center lg:hidden"
          >
            <ArrowLeft aria-hidden size={20} />
          </a>
          <h1 className="shrink-0 text-xl font-semibold max-md:sr-only">
            {stored
              ? t("version", { code: stored.family.code, version: stored.version + 1 })
              : t("new-family")}
          </h1>
          <nav aria-label={t("sheets")} className="flex">
            {parts.map((name) => (
              <button
                key={name}
                type="button"
                aria-current={part === name ? "page" : undefined}
                className="flex min-h-12 items-center gap-2 border-b-4 border-transparent px-3 aria-[current]:border-ink aria-[current]:font-semibold"
                onClick={() => selectPart(name)}
              >
                {partWords[name]}
                {faultyParts.has(name) && <span className="edge-hatch text-sm text-danger">{t("mend")}</span>}
              </button>
            ))}
          </nav>
        </div>
        {found && (
          <p role="status" className="edge-hatch mx-2 shrink-0 text-film lg:mx-4">
            {t("with-the-stack-that-turned-out-to", { code: found.code })}
          </p>
        )}
        {wasKept && (
          <p
            role="status"
            className="edge-hatch mx-2 flex shrink-0 flex-wrap items-center gap-3 text-film lg:mx-4"
          >
            {t("your-unsaved-drawing-is-back")}
            <button type="button" className="control" onClick={forget}>
              {t("start-over")}
            </button>
          </p>
        )}
        {part === "device" && <DeviceEditor isStored={stored !== null} />}
        {part === "stack" && <StackEditor />}
        {part === "panel" && <PlanEditor />}
        {part === "back" && <BackEditor />}
        {part === "inside" && <InsideEditor />}
        {part === "routes" && <RouteEditor currency={currency} />}
        <section
          aria-label={t("save-the-family")}
          className="flex shrink-0 flex-wrap items-center gap-2 border-t-2 border-ink bg-raised px-2 py-2 lg:px-4"
        >
          <div
            className={`min-w-0 flex-1 ${first || refused ? "basis-60" : "max-sm:hidden"}`}
            role={first || refused ? "alert" : "status"}
          >
            {refused && <p className="edge-hatch text-danger">{refused}</p>}
            {!refused && first && place && (
              <button
                type="button"
                className="edge-hatch min-h-12 text-left text-danger"
                onClick={() => {
                  selectPart(place.part);
                  select(place.selection);
                }}
              >
                <span className="font-semibold">{partWords[place.part]}:</span>{" "}
                <code className="font-mono">{first.path}</code> {first.message}
                {faults.length > 1 && ` ${t("more", { length: faults.length - 1 })}`}
              </button>
            )}
            {!refused && !first && (
              <p className="text-soft">
                {stored ? t("saving-makes-the-next-version-open") : t("saving-makes-its-first-version")}
              </p>
            )}
          </div>
          <button
            type="button"
            className="control"
            disabled={history.past.length === 0}
            aria-keyshortcuts="Control+Z"
            onClick={() => setHistory(undo)}
          >
            <Undo2 aria-hidden size={20} /> <span className="max-sm:sr-only">{t("undo")}</span>
          </button>
          <button
            type="button"
            className="control"
            disabled={history.future.length === 0}
            aria-keyshortcuts="Control+Y"
            onClick={() => setHistory(redo)}
          >
            <Redo2 aria-hidden size={20} /> <span className="max-sm:sr-only">{t("redo")}</span>
          </button>
          <button
            type="button"
            className="control-strong min-h-14 min-w-36 text-xl max-sm:flex-1"
            disabled={sending}
            onClick={() => void keep()}
          >
            {t("save")}
          </button>
        </section>
      </main>
    </EditorContext>
  );
});
