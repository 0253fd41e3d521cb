import { useState } from "react";
import { firstWeek, practiceNames, tour, type PracticeName } from "../../../core/practice/attempt.ts";
import {
  FADES_AFTER_DAYS,
  isReady,
  nextPractice,
  surePct,
  type Learned,
  type NextPractice,
} from "../../../core/practice/learning.ts";
import { t } from "../../../words/practice.ts";
import { askServer } from "../../ui/ask-server.ts";
import { TextEntry } from "../../ui/TextEntry.tsx";
import { typedNumber } from "../../ui/typed-number.ts";
import { useMounted } from "../../ui/useMounted.ts";
import { exerciseAim, exerciseName } from "../../../core/practice/exercise-name.ts";
import { levelName } from "./level-name.ts";

/** The limit that leads have set; null where they have set none. */
interface PracticeLimit {
  limitPct: number | null;
  isAsked: boolean;
}

interface PersonLearned {
  key: string;
  name: string;
  learned: Learned[];
}

const whyNext = ({ why, level }: NextPractice): string => {
  switch (why) {
    case "lost last":
      return t("next-was-lost");
    case "new":
      return t("next-is-new");
    case "faded":
      return t("next-has-faded", { days: FADES_AFTER_DAYS });
    case "hidden next":
      return t("next-hidden", { level: levelName(level) });
  }
};

/** How often it went well, by level, of those that were tried. */
const doneText = (learned: readonly Learned[], exercise: PracticeName): string =>
  learned
    .filter((one) => one.exercise === exercise)
    .map(({ level, won, tried }) => t("so-many-of", { level: levelName(level), won, tried }))
    .join(" ");

function Readiness({
  learned,
  exercise,
  limitPct,
}: {
  learned: readonly Learned[];
  exercise: PracticeName;
  limitPct: number | null;
}) {
  const sure = surePct(learned, exercise);
  if (sure === 0)
    return (
      <span className="text-soft">
        <span aria-hidden>–</span>
        <span className="sr-only">{t("not-yet")}</span>
      </span>
    );
  const ready = limitPct !== null && isReady(learned, exercise, limitPct);
  return (
    <span className={ready ? "font-semibold text-done" : ""}>
      {t("sure-pct", { sure })}
      {ready && ` ${t("ready")}`}
    </span>
  );
}

/** How sure somebody has to be to be ready for the bench: set by whoever answers for it. */
function LimitForm({ initial, onSet }: { initial: PracticeLimit; onSet: (limit: PracticeLimit) => void }) {
  const [typed, setTyped] = useState(initial.limitPct === null ? "" : String(initial.limitPct));
  const [isAsked, setAsked] = useState(initial.isAsked);
  const [fault, setFault] = useState<string>();
  const save = async () => {
    const limitPct = typedNumber(typed) ?? null;
    // What is no number goes as it was typed, since none at all takes the limit away: the server says what is wrong with it.
    const body = { limitPct: Number.isNaN(limitPct) ? typed : limitPct, isAsked };
    const asked = await askServer("/api/practice/limit", "PUT", body, t("not-saved"));
    if ("said" in asked) return setFault(asked.faults[0]?.message ?? asked.said);
    setFault(undefined);
    onSet({ limitPct, isAsked });
    return undefined;
  };
  return (
    <form
      className="flex flex-wrap items-end gap-3"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <div className="w-64">
        <TextEntry
          label={t("ready-from-pct")}
          fault={fault}
          inputMode="numeric"
          value={typed}
          onChange={setTyped}
        />
      </div>
      <label className="inline-flex min-h-12 items-center gap-2">
        <input
          type="checkbox"
          className="size-6 accent-ink"
          checked={isAsked}
          onChange={({ target }) => setAsked(target.checked)}
        />
        {t("ask-before-alone")}
      </label>
      <button type="submit" className="control">
        {t("save")}
      </button>
    </form>
  );
}

/** What to practise next, how it goes by exercise, and, for who answers for them, by person. */
export function PracticeHome({
  learned,
  limit: first,
  everybody,
  nowMs,
}: {
  learned: Learned[];
  limit: PracticeLimit;
  everybody: PersonLearned[] | null;
  nowMs: number;
}) {
  const mounted = useMounted();
  const [limit, setLimit] = useState(first);
  const { limitPct, isAsked } = limit;
  const next = nextPractice(learned, nowMs);
  const [firstStop] = tour;
  return (
    <main className="flex flex-col gap-3 px-3 pb-4 sm:px-5" aria-busy={!mounted}>
      <p className="edge-hatch -mx-3 px-3 py-1 font-semibold sm:-mx-5 sm:px-5">{t("this-is-practice")}</p>
      <div className="flex flex-wrap items-center gap-x-6 gap-y-2">
        <h1 className="text-2xl leading-tight font-semibold lg:text-4xl">
          {next ? t("next-exercise", { exercise: exerciseName(next.exercise) }) : t("all-fresh")}
        </h1>
        {next && (
          <a className="control-strong no-print" href={`/practice/${next.exercise}?level=${next.level}`}>
            {t("practise-it")}
          </a>
        )}
      </div>
      {next && <p>{whyNext(next)}</p>}
      <ol className="grid gap-x-10 lg:grid-cols-2">
        {firstWeek.map((names, day) =>
          names.map((name, k) => (
            <li key={name} className="border-b border-line">
              <a
                href={`/practice/${name}`}
                className="grid min-h-14 grid-cols-[3.5rem_minmax(0,1fr)_auto] items-center gap-x-3 py-1 leading-tight"
              >
                <span className="text-sm text-soft">{k === 0 && t("day", { day: day + 1 })}</span>
                <span>
                  <span className="text-lg font-semibold">{exerciseName(name)}</span>
                  <span className="block text-sm text-soft">
                    {doneText(learned, name) || exerciseAim(name)}
                  </span>
                </span>
                <span className="text-sm">
                  <Readiness learned={learned} exercise={name} limitPct={limitPct} />
                </span>
              </a>
            </li>
          )),
        )}
      </ol>
      <div className="no-print flex flex-wrap items-end gap-x-4 gap-y-2">
        <a className="control" href={`/practice/${firstStop!.exercise}?seed=${firstStop!.seed}&tour=1`}>
          {t("two-minute-tour")}
        </a>
        <button type="button" className="control" onClick={() => window.print()}>
          {t("print-this-sheet")}
        </button>
        {everybody && <LimitForm initial={first} onSet={setLimit} />}
        {limitPct !== null && (
          <span>
            {t("ready-means", { limit: limitPct })} {isAsked && t("asked-before-alone")}
          </span>
        )}
      </div>
      {everybody && (
        <div className="relative overflow-x-auto">
          <table className="w-full text-sm">
            <caption className="text-left text-lg font-semibold">{t("by-person")}</caption>
            <thead>
              <tr>
                <td />
                {practiceNames.map((name) => (
                  <th key={name} className="px-2 text-left font-normal">
                    {exerciseName(name)}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {everybody.map((person) => (
                <tr key={person.key} className="border-t border-line">
                  <th className="py-1 pr-3 text-left">{person.name}</th>
                  {practiceNames.map((name) => (
                    <td key={name} className="px-2">
                      <Readiness learned={person.learned} exercise={name} limitPct={limitPct} />
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </main>
  );
}
