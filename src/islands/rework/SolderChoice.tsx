import { useEffect, useState } from "react";
import { alloys, alloyNames, type AlloyName } from "../../../core/materials/alloys.ts";
import { jointOf } from "../../../core/rework/joint.ts";
import { recipeOf } from "../../../core/rework/recipe.ts";
import { Field } from "../../ui/Field.tsx";
import { Figure, Temperature } from "../../ui/quantity.tsx";
import type { PanelProps } from "../stage/panel.ts";

type Before = AlloyName | "unknown";

/** Which solder, over what was there before, and how a joint is made with it. */
export function SolderChoice({ state, family, live, send, offer }: PanelProps) {
  const { delicate, name } = jointOf(family);
  const [alloy, setAlloy] = useState<AlloyName>(state.alloy?.alloy ?? (delicate ? "Sn42Bi58" : "SAC305"));
  const [before, setBefore] = useState<Before>(state.alloy?.before ?? "unknown");
  const draft = () => ({ stage: "rework", kind: "alloy-chosen", data: { alloy, before } }) as const;
  useEffect(() => {
    offer("alloy", () => ({ stage: "rework", kind: "alloy-chosen", data: { alloy, before } }));
    return () => offer("alloy", null);
  }, [offer, alloy, before]);
  const isKept = state.alloy?.alloy === alloy && state.alloy.before === before;
  return (
    <section aria-labelledby="solder-title" className="mt-8">
      <h2 id="solder-title" className="text-xl font-semibold">
        Which solder, and how?
      </h2>
      <div className="mt-2 flex flex-wrap items-end gap-3">
        <div className="flex flex-wrap gap-2" role="group" aria-label="Solder">
          {alloys.map((entry) => (
            <button
              key={entry.name}
              type="button"
              className={alloy === entry.name ? "control-strong" : "control"}
              aria-pressed={alloy === entry.name}
              onClick={() => setAlloy(entry.name)}
            >
              <span>
                {entry.name} <span className="font-normal">{entry.about}</span>
              </span>
            </button>
          ))}
        </div>
        <Field label="Before it there was">
          {(attributes) => (
            <select
              {...attributes}
              className="entry"
              value={before}
              onChange={(event) => setBefore(event.target.value as Before)}
            >
              <option value="unknown">not known</option>
              {alloyNames.map((option) => (
                <option key={option} value={option}>
                  {option}
                </option>
              ))}
            </select>
          )}
        </Field>
        <button type="button" className="control" disabled={!live || isKept} onClick={() => send(draft())}>
          {isKept ? "In use" : "Use this solder"}
        </button>
      </div>
      {delicate && alloy !== "Sn42Bi58" && (
        <p className="mt-2 text-film">The {name} is delicate: a low-temperature solder spares it.</p>
      )}
      <dl className="mt-3 border-t border-line" aria-label="Recipe">
        {recipeOf(alloy).map(({ what, value, unit, how, hazard }) => (
          <div key={what} className="grid gap-x-4 border-b border-line py-1.5 sm:grid-cols-[7rem_9rem_1fr]">
            <dt className="font-semibold">{what}</dt>
            <dd>
              {value &&
                (unit === "°C" ? (
                  <>
                    <Temperature c={value.value} />, <Temperature c={value.low} /> to{" "}
                    <Temperature c={value.high} />
                  </>
                ) : (
                  <Figure value={value.value} unit={unit} />
                ))}
            </dd>
            <dd>
              {how} <span className="text-danger">{hazard}</span>
            </dd>
          </div>
        ))}
      </dl>
      <p className="mt-1 text-sm text-soft">
        Common practice, no source, but where a data sheet is named. The paste&apos;s own sheet and its safety
        data sheet go before.
      </p>
    </section>
  );
}
