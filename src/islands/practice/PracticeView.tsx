import { useCallback, useRef, useState } from "react";
import { v4 as uuid } from "uuid";
import {
  MOST_SEED,
  practiceSpeeds,
  seedAsked,
  tour,
  type ExerciseName,
  type PracticeLevel,
  type PracticeSpeed,
} from "../../../core/practice/attempt.ts";
import type { Moment } from "../../../core/practice/exercise.ts";
import type { Learned } from "../../../core/practice/learning.ts";
import { t } from "../../../words/practice.ts";
import { askServer } from "../../ui/ask-server.ts";
import { PressGroup } from "../../ui/PressGroup.tsx";
import { TextEntry } from "../../ui/TextEntry.tsx";
import { useMounted } from "../../ui/useMounted.ts";
import type { Drawn, EndedPractice } from "../../workers/practice.worker.ts";
import { anySeed } from "./practice-asked.ts";
import { exerciseName } from "../../../core/practice/exercise-name.ts";
import { HowItGoes } from "./HowItGoes.tsx";
import { LevelChoice } from "./LevelChoice.tsx";
import { LookBack } from "./LookBack.tsx";
import { PracticeField } from "./PracticeField.tsx";
import { PracticeStrip } from "./PracticeStrip.tsx";
import { usePractice } from "./usePractice.ts";
import { useTone } from "./useTone.ts";
import { viewOf } from "./views/views.ts";

/** From this many times as wide as high on, a bench is wide. */
const WIDE = 1.75;

/** A move is made on a panel that nobody loses: what answers is worked out as it goes. */
export function PracticeView({
  exercise,
  learned: learnedFirst,
  first: begun,
  level: firstLevel,
  tourStop,
}: {
  exercise: ExerciseName;
  learned: Learned[];
  /** What the seed that was asked for has drawn. */
  first: Drawn;
  level: PracticeLevel;
  /** Which stop of the tour this is, from 1; null where it is none. */
  tourStop: number | null;
}) {
  const mounted = useMounted();
  const view = viewOf(exercise);
  const [typedSeed, setTypedSeed] = useState(String(begun.seed));
  const [level, setLevel] = useState(firstLevel);
  const [speed, setSpeed] = useState<PracticeSpeed>(tourStop === null ? 1 : 4);
  const [isLoud, setLoud] = useState(false);
  const [isRunning, setRunning] = useState(false);
  const [ended, setEnded] = useState<EndedPractice<unknown, Moment> | null>(null);
  const [second, setSecond] = useState(0);
  const [learned, setLearned] = useState(learnedFirst);
  const [said, setSaid] = useState<string>();
  const hand = useRef(begun.hand);
  /** What the hand has set, for what shows it at once. */
  const [set, setSet] = useState(hand.current);
  const field = useRef<HTMLDivElement>(null);
  /** An attempt that the server has not taken: sent again it is the same one. */
  const [unkept, setUnkept] = useState<object | null>(null);
  const keep = async (attempt: object) => {
    const asked = await askServer("/api/practice", "POST", attempt, t("not-kept"));
    const isKept = !("said" in asked);
    setUnkept(isKept || asked.isRefused ? null : attempt);
    setSaid(isKept ? undefined : asked.said);
    if (isKept) setLearned(((await asked.answer.json()) as { learned: Learned[] }).learned);
  };
  const { drawn, seen, draw, begin, hold, done } = usePractice<unknown, Moment>(exercise, begun, (end) => {
    setRunning(false);
    setEnded(end);
    setSecond(end.own.length - 1);
    void keep({ id: uuid(), exercise, level, seed: drawn.seed, speed, hands: end.hands });
  });
  const { truth } = drawn;
  const act = useCallback(
    (next: unknown) => {
      hand.current = next;
      setSet(next);
      hold(next);
    },
    [hold],
  );
  const handNow = useCallback(() => hand.current, []);
  /** The address leads back to the same panel. */
  const show = (which: number) => {
    setTypedSeed(String(which));
    setEnded(null);
    setSaid(undefined);
    history.replaceState(history.state, "", `?seed=${which}`);
  };
  const start = () => {
    const typed = seedAsked(typedSeed);
    if (typed === null) return setSaid(t("seed-must-be", { most: MOST_SEED }));
    show(typed);
    hand.current = begun.hand;
    setSet(begun.hand);
    begin(typed, speed);
    setRunning(true);
    field.current?.focus();
    return undefined;
  };
  const another = () => {
    const seed = anySeed();
    show(seed);
    draw(seed);
  };
  const last = (seconds: EndedPractice<unknown, Moment>["own"]) =>
    seconds[Math.min(second, seconds.length - 1)]!;
  const shown = ended ? last(ended.own) : isRunning ? seen : null;
  const load = isRunning && seen && view.load ? view.load(truth, seen.state) : 0;
  useTone(load, isLoud && isRunning);
  const isHelped = level === "seen" || ended !== null;
  const answer = ended
    ? ended.lost
      ? view.lost(truth, ended.lost)
      : view.won(truth, ended.own.at(-1)!.state)
    : shown
      ? view.soFar(truth, shown.state, isHelped)
      : view.asks(truth);
  const nextStop = tourStop === null ? undefined : tour[tourStop];
  const picture = { truth, isSeen: isHelped, isOver: ended !== null };
  const { Picture, Controls } = view;
  const bench = view.bench(truth);
  /** Two wide pictures lie one above the other. */
  const isWide = ended !== null && bench.widthMm > WIDE * bench.heightMm;
  return (
    <main
      className="flex h-[calc(100dvh-3.2rem)] min-h-80 max-sm:h-[calc(100dvh-6.3rem)] flex-col gap-2 px-3 pb-2 sm:px-5"
      aria-busy={!mounted}
    >
      <PracticeStrip />
      <h1 className="sr-only">{exerciseName(exercise)}</h1>
      <p
        className={`text-2xl leading-tight font-semibold lg:text-4xl low:text-xl ${ended?.lost ? "text-danger" : ""}`}
        role="status"
      >
        {answer}
      </p>
      {view.load && (
        <div className="h-3 border border-ink" aria-hidden>
          <div
            className={`h-full ${load > 0.8 ? "bg-danger" : "bg-done"}`}
            style={{ width: `${100 * Math.min(1, load)}%` }}
          />
        </div>
      )}
      <div className="grid min-h-0 flex-1 gap-3 max-lg:grid-rows-[minmax(9rem,1fr)_minmax(0,auto)] lg:grid-cols-[minmax(0,1fr)_19rem] low:grid-cols-[minmax(0,1fr)_16rem] low:grid-rows-1">
        <div className={`flex min-h-0 gap-4 ${isWide ? "flex-col" : ""}`}>
          <div className="grid min-h-0 min-w-0 flex-1 place-items-center [container-type:size]">
            <PracticeField
              {...picture}
              view={view}
              speed={speed}
              isRunning={isRunning}
              handNow={handNow}
              act={act}
              fieldRef={field}
              state={(shown?.state ?? null) as never}
              hand={shown?.hand ?? set}
              lost={ended?.lost ?? null}
            />
          </div>
          {ended && (
            <div className="grid min-h-0 min-w-0 flex-1 place-items-center [container-type:size] max-sm:hidden">
              <div className="relative">
                <Picture {...picture} {...last(ended.good)} lost={null} />
                <span className="absolute top-0 left-0 bg-ground px-2 text-sm font-semibold">
                  {t("a-good-hand")}
                </span>
              </div>
            </div>
          )}
        </div>
        <div className="flex flex-col gap-2 overflow-y-auto">
          {shown &&
            view.facts(truth, shown.state, isHelped, ended !== null).map((fact) => <p key={fact}>{fact}</p>)}
          {isRunning ? (
            <>
              {Controls && (
                <Controls
                  {...picture}
                  state={(seen?.state ?? null) as never}
                  hand={set}
                  lost={null}
                  act={act}
                />
              )}
              <button
                type="button"
                className={view.endsItself ? "control" : "control-strong min-h-14 text-xl"}
                disabled={!seen}
                onClick={done}
              >
                {view.endsItself ? t("leave-off") : t("it-is-done")}
              </button>
            </>
          ) : (
            <>
              {ended ? (
                <LookBack
                  advice={view.advice(truth, ended.lost)}
                  atS={shown?.state.tS ?? 0}
                  most={Math.max(ended.own.length, ended.good.length) - 1}
                  value={second}
                  onChange={setSecond}
                />
              ) : (
                <p className="low:hidden">{view.how()}</p>
              )}
              {ended && nextStop && (
                <a
                  className="control-strong"
                  href={`/practice/${nextStop.exercise}?seed=${nextStop.seed}&tour=${tourStop! + 1}`}
                >
                  {t("next-in-the-tour", { stop: tourStop! + 1, stops: tour.length })}
                </a>
              )}
              <span className="flex gap-2">
                <button type="button" className="control-strong flex-1" onClick={start}>
                  {ended ? t("again") : t("start")}
                </button>
                <button type="button" className="control" onClick={() => another()}>
                  {t("another-panel")}
                </button>
              </span>
              <LevelChoice level={level} onChange={setLevel} />
              <PressGroup
                label={t("speed")}
                value={String(speed)}
                options={practiceSpeeds.map((value) => ({
                  value: String(value),
                  text: t("times", { times: value }),
                }))}
                onChange={(value) => setSpeed(value === "4" ? 4 : 1)}
              />
              {view.load && (
                <button
                  type="button"
                  aria-pressed={isLoud}
                  className="control self-start border-soft font-normal aria-pressed:bg-ink aria-pressed:text-on-ink"
                  onClick={() => setLoud(!isLoud)}
                >
                  {t("force-as-a-tone")}
                </button>
              )}
              <TextEntry
                label={t("seed")}
                fault={undefined}
                inputMode="numeric"
                value={typedSeed}
                onChange={setTypedSeed}
              />
            </>
          )}
          {said && (
            <p role="alert" className="edge-hatch text-danger">
              {said}
            </p>
          )}
          {unkept && !isRunning && (
            <button type="button" className="control" onClick={() => void keep(unkept)}>
              {t("count-it")}
            </button>
          )}
          {!isRunning && (
            <>
              <HowItGoes learned={learned} exercise={exercise} />
              <p className="text-sm text-soft low:hidden">{view.caution()}</p>
            </>
          )}
        </div>
      </div>
    </main>
  );
}
