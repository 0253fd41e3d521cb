import { capitalised } from "../../../core/words.ts";
import { useState } from "react";
import { borderCheckInput, calculateBorderCheck } from "../../../core/bond/border-check.ts";
import { edges, type Edge } from "../../../core/stack/outline.ts";
import { Field } from "../../ui/Field.tsx";
import { usePreferences } from "../../ui/preferences.ts";
import { kept, lengthText, shown } from "../../ui/quantity.tsx";
import { useDraft } from "../../ui/useDraft.ts";
import type { PanelProps } from "../stage/panel.ts";

type Typed = Record<Edge, string>;
const untyped: Typed = { top: "", right: "", bottom: "", left: "" };
const MOST_MM = 200;

/** Border widths in, which way to nudge out: one width for an edge, or two, near its ends, to see how it is turned. */
export function AlignGauge({ code, family, live, send }: PanelProps) {
  const preferences = usePreferences();
  const [typed, setTyped] = useDraft<Typed>(`${code} border`, untyped);
  const [said, setSaid] = useState<string>();
  const { unit } = shown("length", 1, preferences);
  const read = (text: string): number | [number, number] | null => {
    const parts = text.trim().split(/[\s;/]+/);
    const values = parts.map((part) => kept("length", Number(part.replace(",", ".")), preferences));
    const isGood =
      text.trim() !== "" && values.every((mm) => Number.isFinite(mm) && mm >= 0 && mm <= MOST_MM);
    if (!isGood || values.length > 2) return null;
    return values.length === 1 ? values[0]! : [values[0]!, values[1]!];
  };
  const widths = Object.fromEntries(edges.map((edge) => [edge, read(typed[edge])]));
  const { widthMm, heightMm } = family.outline;
  const parsed = borderCheckInput.safeParse({ panel: { widthMm, heightMm }, widthsMm: widths });
  const found = parsed.success ? calculateBorderCheck(parsed.data) : null;
  const faultOf = (edge: Edge) =>
    typed[edge].trim() !== "" && widths[edge] === null
      ? `${edge}: ${typed[edge]} must be one width or two from 0 to ${lengthText(MOST_MM, preferences)}`
      : undefined;
  return (
    <section aria-labelledby="align-title">
      <h2 id="align-title" className="text-lg font-semibold">
        Is the border equal?
      </h2>
      <p className="mt-1">
        Widths from the glass's edge to the picture. Two for one edge, from the left or from the top, tell how
        it is turned.
      </p>
      <div className="mt-2 grid max-w-3xl grid-cols-2 gap-3 sm:grid-cols-4">
        {edges.map((edge) => (
          <Field key={edge} label={`${capitalised(edge)}, ${unit}`} fault={faultOf(edge)}>
            {(attributes) => (
              <input
                {...attributes}
                className="entry"
                inputMode="decimal"
                placeholder="3.1 or 3.1 3.3"
                value={typed[edge]}
                onChange={(event) => setTyped({ ...typed, [edge]: event.target.value })}
              />
            )}
          </Field>
        ))}
      </div>
      {found && (
        <div className="mt-2 flex flex-wrap items-center gap-4" data-testid="align">
          <p className={`text-xl font-semibold ${found.pass ? "text-done" : "edge-hatch text-danger"}`}>
            {found.pass ? "Within half a millimetre. " : "Not equal. "}
            {found.nudge}
          </p>
          <p>
            Worst at the {found.worst} edge, {lengthText(found.worstMm, preferences)} off.
          </p>
          {live && (
            <button
              type="button"
              className="control"
              onClick={() => {
                const value = Number(found.worstMm.toFixed(2));
                const values = [{ at: new Date().toISOString(), value }];
                const data = { quantity: "border offset", source: "hand", values } as const;
                if (send({ stage: "bond", kind: "reading-taken", data })) {
                  setSaid(`${lengthText(value, preferences)} is in the log.`);
                }
              }}
            >
              Keep this
            </button>
          )}
          <p role="status">{said}</p>
        </div>
      )}
    </section>
  );
}
