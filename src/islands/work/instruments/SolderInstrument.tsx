import { useState } from "react";
import { alloys } from "../../../../core/materials/alloys.ts";
import { alloyNames, type AlloyName } from "../../../../core/materials/alloy-names.ts";
import { alloyCautions } from "../../../../core/rework/alloy-cautions.ts";
import { recipeOf } from "../../../../core/rework/recipe.ts";
import { jointNow } from "../../../../core/rework/rework-facts.ts";
import { Field } from "../../../ui/Field.tsx";
import { Figure, Temperature } from "../../../ui/quantity.tsx";
import type { InstrumentProps } from "../instrument.ts";
import { t } from "../../../../words/work.ts";
import { term } from "../../../../words/speaker.ts";

type Before = AlloyName | "unknown";

/** Which solder, over what was there before, and how a joint is made with it. */
export function SolderInstrument({ scene, mayTell, tell }: InstrumentProps) {
  const { delicate, name } = jointNow(scene);
  const [alloy, setAlloy] = useState<AlloyName>(delicate ? "Sn42Bi58" : "SAC305");
  const [before, setBefore] = useState<Before>("unknown");
  return (
    <div className="grid h-full min-h-0 w-full grid-rows-[auto_minmax(0,1fr)] gap-2">
      <div className="flex flex-wrap items-end gap-2">
        <div className="flex flex-wrap gap-1.5" role="group" aria-label={t("solder")}>
          {alloys.map((entry) => (
            <button
              key={entry.name}
              type="button"
              className="control border-soft px-3 font-normal aria-pressed:bg-ink aria-pressed:text-on-ink"
              aria-pressed={alloy === entry.name}
              title={entry.about}
              onClick={() => setAlloy(entry.name)}
            >
              {term(entry.name)}
            </button>
          ))}
        </div>
        <Field label={t("before")}>
          {(attributes) => (
            <select
              {...attributes}
              className="entry"
              value={before}
              onChange={({ target }) => setBefore(target.value as Before)}
            >
              <option value="unknown">{t("not-known")}</option>
              {alloyNames.map((option) => (
                <option key={option}>{option}</option>
              ))}
            </select>
          )}
        </Field>
        <button
          type="button"
          className="control-strong"
          disabled={!mayTell}
          onClick={() => tell("alloy-chosen", { alloy, before })}
        >
          {t("use", { alloy })}
        </button>
      </div>
      <div className="min-h-0 overflow-y-auto">
        {delicate && alloy !== "Sn42Bi58" && (
          <p className="text-film">{t("the-is-delicate-use-a-low-temperature", { name })}</p>
        )}
        <ul aria-label={t("mind")}>
          {alloyCautions({ alloy, before }).map((caution) => (
            <li key={caution} className="mb-1 text-film">
              {caution}
            </li>
          ))}
        </ul>
        <ul aria-label={t("recipe")} className="border-t border-line">
          {recipeOf(alloy).map(({ what, value, unit, how, hazard }) => (
            <li key={what} className="border-b border-line">
              <details>
                <summary className="flex min-h-12 flex-wrap items-center gap-x-4">
                  <span className="w-28 font-semibold">{what}</span>
                  {value && (
                    <span className="text-lg">
                      {unit === "°C" ? (
                        <>
                          <Temperature c={value.low} />–<Temperature c={value.high} />
                        </>
                      ) : (
                        <Figure value={value.value} unit={unit} />
                      )}
                    </span>
                  )}
                </summary>
                <p className="pb-2">
                  {how} <span className="text-danger">{hazard}</span>
                </p>
              </details>
            </li>
          ))}
        </ul>
        <p className="text-sm text-soft">{t("common-practice-no-source-follow-the")}</p>
      </div>
    </div>
  );
}
