import { Redo2, Undo2 } from "lucide-react";
import { memo, useCallback, useEffect, useMemo, useState } from "react";
import { describeFaults, type Fault } from "../../../core/faults.ts";
import { family as familySchema, powers, waysIn, type Family } from "../../../core/stack/family.ts";
import { askServer } from "../../ui/ask-server.ts";
import { readKept, setKept } from "../../ui/browser-kept.ts";
import { useMounted } from "../../ui/useMounted.ts";
import { BackEditor } from "./BackEditor.tsx";
import { EditorContext, faultOf } from "./editor.ts";
import { ChoiceEntry, NumberEntry, TextEntry } from "./entries.tsx";
import { emptyFamily, finished } from "./family-draft.ts";
import { begin, change, redo, undo, type History } from "./history.ts";
import { InsideEditor } from "./InsideEditor.tsx";
import { PlanEditor } from "./PlanEditor.tsx";
import { RouteEditor } from "./RouteEditor.tsx";
import { StackEditor } from "./StackEditor.tsx";

const MOST_SHOWN = 6;

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
}: {
  stored: { family: Family; version: number } | null;
  /** What a device of it turned out to hold: the draft begins with it. */
  found?: ({ code: string } & Pick<Family, "stack" | "seams">) | null;
  currency: string;
}) {
  const mounted = useMounted();
  const initial = useMemo(() => stored?.family ?? emptyFamily(), [stored]);
  const asFound = useMemo(() => (found ? { stack: found.stack, seams: found.seams } : null), [found]);
  const key = `half-lift family ${stored ? `${stored.family.code} ${stored.version}` : "new"}${found ? ` as ${found.code}` : ""}`;
  const { history, setHistory, wasKept, forget } = useKeptHistory(key, initial, asFound);
  const family = history.present;
  const [isChecked, setIsChecked] = useState(false);
  const [refused, setRefused] = useState<string>();
  const [sending, setSending] = useState(false);

  const faults: Fault[] = useMemo(() => {
    if (!isChecked) return [];
    const ready = finished(family);
    const parsed = familySchema.safeParse(ready);
    return parsed.success ? [] : describeFaults(parsed.error, ready);
  }, [isChecked, family]);
  const editor = useMemo(
    () => ({
      family,
      change: (more: Partial<Family>, what: string) =>
        setHistory((before) => change(before, { ...before.present, ...more }, what, Date.now())),
      faultAt: (path: string) => faultOf(faults, path),
    }),
    [family, faults, setHistory],
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
      "No answer from the server. What you drew is kept here: press again.",
    );
    if ("answer" in asked) {
      setKept(key, null);
      location.assign(`/families/${parsed.data.code}`);
      return;
    }
    setRefused(asked.said);
    setSending(false);
  };

  return (
    <EditorContext value={editor}>
      <main className="mx-auto max-w-300 px-3 pb-48 sm:px-5" aria-busy={!mounted}>
        <h1 className="answer py-4">
          {stored ? `${stored.family.code}, after version ${stored.version}` : "What kind of display is it?"}
        </h1>
        {found && (
          <p role="status" className="edge-hatch mb-4 text-film">
            With the stack that {found.code} turned out to hold. Nothing changes until you save.
          </p>
        )}
        {wasKept && (
          <p role="status" className="edge-hatch mb-4 flex flex-wrap items-center gap-3 text-film">
            Your unsaved drawing is back.
            <button type="button" className="control" onClick={forget}>
              Start over
            </button>
          </p>
        )}
        <div className="grid grid-cols-2 gap-3 md:grid-cols-5">
          {stored ? (
            <div>
              <span className="mb-1 block font-semibold">Code</span>
              <span className="flex min-h-12 items-center">{family.code}</span>
            </div>
          ) : (
            <TextEntry
              label="Code"
              value={family.code}
              path="code"
              hint="Such as PH-10"
              onChange={(code) => editor.change({ code: code.toUpperCase() }, "code")}
            />
          )}
          <TextEntry
            label="Name"
            value={family.name}
            path="name"
            onChange={(name) => editor.change({ name }, "name")}
          />
          <TextEntry
            label="Kind"
            value={family.kind}
            path="kind"
            onChange={(kind) => editor.change({ kind }, "kind")}
          />
          <NumberEntry
            label="Diagonal, in"
            value={family.diagonalIn ?? NaN}
            path="diagonalIn"
            onChange={(diagonalIn) => editor.change({ diagonalIn: diagonalIn! }, "diagonal")}
          />
          <ChoiceEntry
            label="Way in"
            value={family.wayIn}
            options={waysIn}
            path="wayIn"
            onChange={(wayIn) =>
              editor.change({ wayIn, ...(wayIn === "from the back" ? {} : { gluedBack: false }) }, "way in")
            }
          />
          {family.wayIn === "from the back" && (
            <ChoiceEntry
              label="Back cover"
              value={family.gluedBack ? "glued along its rim" : "not glued"}
              options={["not glued", "glued along its rim"]}
              path="gluedBack"
              onChange={(answer) => editor.change({ gluedBack: answer !== "not glued" }, "glued back")}
            />
          )}
          <ChoiceEntry
            label="Offered at intake"
            value={family.oneOff ? "no: one device only" : "yes"}
            options={["yes", "no: one device only"]}
            path="oneOff"
            onChange={(answer) => editor.change({ oneOff: answer !== "yes" }, "one device")}
          />
          <ChoiceEntry
            label="Power"
            value={family.power}
            options={powers}
            path="power"
            onChange={(power) =>
              editor.change({ power, ...(power === "mains" ? {} : { dischargeS: undefined }) }, "power")
            }
          />
          {family.power === "mains" && (
            <NumberEntry
              label="Capacitors need, s"
              optional
              value={family.dischargeS}
              path="dischargeS"
              onChange={(dischargeS) => editor.change({ dischargeS }, "discharge")}
            />
          )}
        </div>
        <Part title="Stack, viewer's side first" fault={editor.faultAt("stack")}>
          <StackEditor />
        </Part>
        <Part title="Panel and its edges">
          <PlanEditor />
        </Part>
        <Part title="Back and screws">
          <BackEditor />
        </Part>
        <Part title="Connectors, parts, functions">
          <InsideEditor />
        </Part>
        <Part title="Routes">
          <RouteEditor currency={currency} />
        </Part>
      </main>
      <section
        aria-label="Save the family"
        className="fixed inset-x-0 bottom-0 z-40 flex flex-wrap items-center gap-3 border-t-4 border-ink bg-ground px-3 py-2 sm:px-5"
      >
        <div className="min-w-60 flex-1" role={faults.length > 0 || refused ? "alert" : "status"}>
          {refused && <p className="edge-hatch text-danger">{refused}</p>}
          {faults.length > 0 && (
            <ul className="edge-hatch text-danger">
              {faults.slice(0, MOST_SHOWN).map((fault) => (
                <li key={`${fault.path} ${fault.message}`}>
                  <code className="font-mono">{fault.path}</code> {fault.message}
                </li>
              ))}
              {faults.length > MOST_SHOWN && <li>and {faults.length - MOST_SHOWN} more</li>}
            </ul>
          )}
          {!refused && faults.length === 0 && (
            <p className="text-soft">
              {stored
                ? "Saving makes the next version. Open jobs keep theirs."
                : "Saving makes its first version."}
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
          <Undo2 aria-hidden size={20} /> Undo
        </button>
        <button
          type="button"
          className="control"
          disabled={history.future.length === 0}
          aria-keyshortcuts="Control+Y"
          onClick={() => setHistory(redo)}
        >
          <Redo2 aria-hidden size={20} /> Redo
        </button>
        <button
          type="button"
          className="control-strong min-h-16 min-w-40 text-xl"
          disabled={sending}
          onClick={() => void keep()}
        >
          Save
        </button>
      </section>
    </EditorContext>
  );
});

function Part({ title, fault, children }: { title: string; fault?: string; children: React.ReactNode }) {
  return (
    <section className="mt-8 border-t-2 border-ink pt-2" aria-label={title}>
      <h2 className="mb-2 text-xl font-semibold">{title}</h2>
      {fault && <p className="edge-hatch text-danger">{fault}</p>}
      {children}
    </section>
  );
}
