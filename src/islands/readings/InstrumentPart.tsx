import { useState } from "react";
import {
  learnedFrom,
  numbersIn,
  unitIn,
  unitsFor,
  type PrintedUnit,
} from "../../../core/readings/line-form.ts";
import type { ReadingKind } from "../../../core/records/reading.ts";
import {
  changeSettings,
  join,
  keptSettings,
  leave,
  reachesPorts,
  useInstrument,
} from "../../instruments/serial-instruments.ts";
import { useMounted } from "../../ui/useMounted.ts";
import { t } from "../../../words/readings.ts";

/** Whether a line holds a number at all. */
const isReading = (line: string) => numbersIn(line).length > 0;

const baudRates = [1_200, 2_400, 4_800, 9_600, 19_200, 38_400, 57_600, 115_200];

/** An instrument on this station's serial port: joined, its line learned from one that was seen or pasted, its value saved by a press. */
export function InstrumentPart({
  quantity,
  disabled,
  shown,
  onReading,
}: {
  quantity: ReadingKind;
  disabled: boolean;
  /** A kept value in the units that are chosen. */
  shown: (value: number) => string;
  onReading: (value: number) => void;
}) {
  const instrument = useInstrument(quantity);
  const isHere = useMounted();
  const [chosenRate, setChosenRate] = useState<number | null>(null);
  const [pasted, setPasted] = useState("");
  if (!isHere) return null;
  if (!reachesPorts()) return <p className="mt-2 text-soft">{t("this-browser-reaches-no-instruments")}</p>;
  const baudRate = chosenRate ?? keptSettings(quantity).baudRate;
  if (!instrument) {
    return (
      <div className="mt-2 flex flex-wrap items-center gap-2">
        <label className="flex items-center gap-2">
          {t("baud")}
          <select
            className="entry w-auto"
            value={baudRate}
            onChange={({ target }) => setChosenRate(Number(target.value))}
          >
            {baudRates.map((rate) => (
              <option key={rate} value={rate}>
                {rate}
              </option>
            ))}
          </select>
        </label>
        <button
          type="button"
          className="control"
          onClick={() => {
            changeSettings(quantity, { ...keptSettings(quantity), baudRate });
            void join(quantity);
          }}
        >
          {t("join-an-instrument")}
        </button>
      </div>
    );
  }
  const { settings, lines, last, status, why } = instrument;
  const { learned } = settings;
  const learn = (line: string) => {
    changeSettings(quantity, { ...settings, learned: learnedFrom(quantity, line) });
    setPasted("");
  };
  const newest = lines.at(-1) ?? "";
  const choices = numbersIn(newest);
  return (
    <section aria-label={t("instrument")} className="mt-2 border-t border-line pt-2">
      {status === "lost" && (
        <p role="alert" className="edge-hatch text-danger">
          {t("the-instrument-is-lost")} {why}
        </p>
      )}
      {learned === null ? (
        <>
          <p>{!lines.some(isReading) ? t("waiting-for-its-first-line") : t("which-line-is-a-reading")}</p>
          <div className="mt-1 flex flex-wrap gap-2">
            {[...new Set(lines)].filter(isReading).map((line) => (
              <button key={line} type="button" className="control font-mono" onClick={() => learn(line)}>
                {line}
              </button>
            ))}
          </div>
          <div className="mt-2 flex flex-wrap gap-2">
            <input
              className="entry w-64 font-mono"
              aria-label={t("or-paste-a-line")}
              placeholder={t("or-paste-a-line")}
              value={pasted}
              onChange={({ target }) => setPasted(target.value)}
            />
            <button
              type="button"
              className="control"
              disabled={numbersIn(pasted).length === 0}
              onClick={() => learn(pasted)}
            >
              {t("learn-it")}
            </button>
          </div>
        </>
      ) : (
        <div className="flex flex-wrap items-center gap-3">
          <span className="text-2xl font-semibold" role="status" data-testid="printed">
            {last ? shown(last.value) : t("waiting-for-a-reading")}
          </span>
          <button
            type="button"
            className="control-strong"
            disabled={disabled || last === null || status !== "joined"}
            onClick={() => last && onReading(last.value)}
          >
            {t("save-this-value")}
          </button>
          {choices.length > 1 && (
            <select
              className="entry w-auto"
              aria-label={t("which-number")}
              value={learned.form.number}
              onChange={({ target }) => {
                const form = { ...learned.form, number: Number(target.value) };
                const unit = unitIn(quantity, newest, form) ?? learned.unit;
                changeSettings(quantity, { ...settings, learned: { form, unit } });
              }}
            >
              {choices.map(({ text }, i) => (
                <option key={i} value={i}>
                  {text}
                </option>
              ))}
            </select>
          )}
          <select
            className="entry w-auto"
            aria-label={t("printed-unit")}
            value={learned.unit}
            onChange={({ target }) =>
              changeSettings(quantity, {
                ...settings,
                learned: { ...learned, unit: target.value as PrintedUnit },
              })
            }
          >
            {unitsFor(quantity).map((each) => (
              <option key={each} value={each}>
                {each}
              </option>
            ))}
          </select>
          <button
            type="button"
            className="control border-soft"
            onClick={() => changeSettings(quantity, { ...settings, learned: null })}
          >
            {t("another-line")}
          </button>
        </div>
      )}
      <button type="button" className="control mt-2 border-soft" onClick={() => leave(quantity)}>
        {t("take-it-off")}
      </button>
    </section>
  );
}
