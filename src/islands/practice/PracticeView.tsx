import { useEffect, useMemo, useRef, useState } from "react";
import { v4 as uuid } from "uuid";
import {
  MOST_SEED,
  practiceLevels,
  practiceSpeeds,
  type Learned,
  type PracticeLevel,
  type PracticeSpeed,
} from "../../../core/practice/attempt.ts";
import {
  AT_REST,
  FRAMES_PER_S,
  SKIN_MJ_CM2,
  sweepOf,
  type SweepHand,
  type SweepLoss,
} from "../../../core/practice/sweep.ts";
import { wilson95 } from "../../../core/statistics/binomial.ts";
import { t } from "../../../words/practice.ts";
import { askServer } from "../../ui/ask-server.ts";
import { PressGroup } from "../../ui/PressGroup.tsx";
import { TextEntry } from "../../ui/TextEntry.tsx";
import { typedNumber } from "../../ui/typed-number.ts";
import { useMounted } from "../../ui/useMounted.ts";
import type { EndedSweep } from "../../workers/practice.worker.ts";
import { benchPoint, SweepField } from "./SweepField.tsx";
import { useSweep } from "./useSweep.ts";

/** How fast keys move the torch, mm/s. */
const KEYS_MM_S = 45;
const toward: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};
const percentOf = (share: number) => Math.floor(100 * share);

/** Why it was lost, with the number that would have told. */
const lossText = ({ reason, at, hadMjCm2, limitMjCm2 }: SweepLoss): string => {
  const had = Math.round(hadMjCm2);
  return reason === "skin"
    ? t("fingers-had", { had, limit: limitMjCm2 })
    : t("place-had", { x: Math.round(at.xMm), y: Math.round(at.yMm), had, limit: limitMjCm2 });
};

const adviceOn = (lost: SweepLoss | null): string =>
  lost === null ? t("well-swept") : lost.reason === "skin" ? t("keep-fingers-out") : t("go-over-the-edges");

const levelName = (level: PracticeLevel): string => (level === "seen" ? t("level-seen") : t("level-unseen"));

/** A torch is swept over a panel that nobody loses: what the light does is worked out as it moves. */
export function PracticeView({ learned: first, seed: begun }: { learned: Learned[]; seed: number }) {
  const mounted = useMounted();
  const [typedSeed, setTypedSeed] = useState(String(begun));
  const [seed, setSeed] = useState(begun);
  const [level, setLevel] = useState<PracticeLevel>("seen");
  const [speed, setSpeed] = useState<PracticeSpeed>(1);
  const [isRunning, setRunning] = useState(false);
  const [ended, setEnded] = useState<EndedSweep | null>(null);
  const [second, setSecond] = useState(0);
  const [learned, setLearned] = useState(first);
  const [said, setSaid] = useState<string>();
  const hand = useRef(AT_REST);
  const keys = useRef(new Set<string>());
  const field = useRef<HTMLDivElement>(null);
  const truth = useMemo(() => sweepOf(seed), [seed]);
  const keep = async ({ hands }: EndedSweep) => {
    const asked = await askServer(
      "/api/practice",
      "POST",
      { id: uuid(), exercise: "sweep", level, seed, speed, hands },
      t("not-kept"),
    );
    if ("said" in asked) setSaid(asked.said);
    else setLearned(((await asked.answer.json()) as { learned: Learned[] }).learned);
  };
  const { seen, begin, hold, done } = useSweep((end) => {
    setRunning(false);
    setEnded(end);
    setSecond(end.own.length - 1);
    void keep(end);
  });
  const move = (to: Partial<SweepHand>) => {
    hand.current = { ...hand.current, ...to };
    hold(hand.current);
  };
  useEffect(() => {
    if (!isRunning) return;
    const timer = setInterval(() => {
      const held = [...keys.current].flatMap((key) => (toward[key] ? [toward[key]] : []));
      if (held.length === 0) return;
      const step = (KEYS_MM_S * speed) / FRAMES_PER_S;
      const [dx, dy] = held.reduce(([x, y], [kx, ky]) => [x + kx, y + ky] as const, [0, 0] as readonly [
        number,
        number,
      ]);
      hand.current = {
        ...hand.current,
        xMm: hand.current.xMm + step * dx,
        yMm: hand.current.yMm + step * dy,
      };
      hold(hand.current);
    }, 1_000 / FRAMES_PER_S);
    return () => clearInterval(timer);
  }, [isRunning, speed, hold]);
  /** The address leads back to the same panel. */
  const show = (which: number) => {
    setSeed(which);
    history.replaceState(history.state, "", `?seed=${which}`);
  };
  const start = () => {
    const typed = typedNumber(typedSeed);
    if (typed === undefined || !Number.isInteger(typed) || typed < 1 || typed > MOST_SEED)
      return setSaid(t("seed-must-be", { most: MOST_SEED }));
    setSaid(undefined);
    show(typed);
    setEnded(null);
    hand.current = AT_REST;
    keys.current.clear();
    begin(typed, speed);
    setRunning(true);
    field.current?.focus();
    return undefined;
  };
  const another = () => {
    const next = 1 + Math.floor(Math.random() * MOST_SEED);
    setTypedSeed(String(next));
    show(next);
    setEnded(null);
    setSaid(undefined);
  };
  const at = (event: { clientX: number; clientY: number }) =>
    benchPoint(field.current!.getBoundingClientRect(), truth, event.clientX, event.clientY);
  const shown = ended ? ended.own[Math.min(second, ended.own.length - 1)]! : seen;
  const answer = ended
    ? ended.lost
      ? lossText(ended.lost)
      : t("every-place-had", { seconds: Math.round(ended.tookS) })
    : isRunning && seen
      ? level === "seen"
        ? t("least-so-far", { percent: percentOf(seen.leastShare), seconds: Math.round(seen.tS) })
        : t("time-so-far", { seconds: Math.round(seen.tS) })
      : t("give-every-place", { dose: truth.requiredMjCm2, reading: Math.round(truth.readingMwCm2) });
  return (
    <main
      className="flex h-[calc(100dvh-3.2rem)] min-h-80 max-sm:h-[calc(100dvh-6.3rem)] flex-col gap-2 px-3 pb-2 sm:px-5"
      aria-busy={!mounted}
    >
      <p className="edge-hatch -mx-3 px-3 py-1 font-semibold sm:-mx-5 sm:px-5">{t("this-is-practice")}</p>
      <h1 className="sr-only">{t("practise-the-torch")}</h1>
      <p
        className={`text-2xl leading-tight font-semibold lg:text-4xl low:text-xl ${ended?.lost ? "text-danger" : ""}`}
        role="status"
      >
        {answer}
      </p>
      <div className="grid min-h-0 flex-1 gap-3 max-lg:grid-rows-[minmax(11rem,1fr)_minmax(0,auto)] lg:grid-cols-[minmax(0,1fr)_19rem] low:grid-cols-[minmax(0,1fr)_16rem] low:grid-rows-1">
        <div className="flex min-h-0 gap-4">
          <div className="grid min-w-0 flex-1 place-items-center [container-type:size]">
            <div
              ref={field}
              role="application"
              aria-label={t("field-label")}
              tabIndex={0}
              className="touch-none"
              onPointerDown={(event) => {
                if (!isRunning) return;
                event.currentTarget.setPointerCapture(event.pointerId);
                move({ ...at(event), on: true });
              }}
              onPointerMove={(event) => isRunning && move(at(event))}
              onPointerUp={() => isRunning && move({ on: false })}
              onPointerCancel={() => isRunning && move({ on: false })}
              onKeyDown={(event) => {
                if (!isRunning) return;
                if (toward[event.key]) keys.current.add(event.key);
                else if (event.key === " ") move({ on: !hand.current.on });
                else return;
                event.preventDefault();
              }}
              onKeyUp={({ key }) => keys.current.delete(key)}
              onBlur={() => keys.current.clear()}
            >
              <SweepField
                truth={truth}
                seen={shown}
                isMapShown={level === "seen" || ended !== null}
                worst={ended?.lost?.at ?? null}
              />
            </div>
          </div>
          {ended && (
            <div className="grid min-w-0 flex-1 place-items-center [container-type:size] max-sm:hidden">
              <SweepField
                truth={truth}
                seen={ended.good[Math.min(second, ended.good.length - 1)]!}
                isMapShown
                worst={null}
              >
                <span className="absolute top-1 left-2 text-sm font-semibold">{t("a-good-hand")}</span>
              </SweepField>
            </div>
          )}
        </div>
        <div className="flex flex-col gap-2 overflow-y-auto">
          {shown && (isRunning || ended) && (
            <p>{t("fingers-so-far", { had: Math.round(shown.skinMjCm2), limit: SKIN_MJ_CM2 })}</p>
          )}
          {isRunning ? (
            <button type="button" className="control-strong min-h-14 text-xl" onClick={done}>
              {t("it-is-done")}
            </button>
          ) : (
            <>
              {ended && (
                <>
                  <p className="font-semibold">{adviceOn(ended.lost)}</p>
                  <label className="grid gap-1">
                    {t("look-at-second", { second: Math.round(shown?.tS ?? 0) })}
                    <input
                      type="range"
                      className="min-h-12 accent-ink"
                      min={0}
                      max={Math.max(ended.own.length, ended.good.length) - 1}
                      value={second}
                      onChange={({ target }) => setSecond(Number(target.value))}
                    />
                  </label>
                </>
              )}
              {!ended && <p className="low:hidden">{t("how-it-is-done")}</p>}
              <span className="flex gap-2">
                <button type="button" className="control-strong flex-1" onClick={start}>
                  {ended ? t("again") : t("start")}
                </button>
                <button type="button" className="control" onClick={another}>
                  {t("another-panel")}
                </button>
              </span>
              <PressGroup
                label={t("level")}
                value={level}
                options={practiceLevels.map((value) => ({ value, text: levelName(value) }))}
                onChange={setLevel}
              />
              <PressGroup
                label={t("speed")}
                value={String(speed)}
                options={practiceSpeeds.map((value) => ({
                  value: String(value),
                  text: t("times", { times: value }),
                }))}
                onChange={(value) => setSpeed(value === "4" ? 4 : 1)}
              />
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
          {!isRunning && (
            <>
              {learned.map(({ level: of, tried, won }) => {
                const [low, high] = wilson95(won, tried).map((share) => Math.round(100 * share));
                return (
                  <p key={of} className="text-sm" data-testid={`learned-${of}`}>
                    {t("so-many-went-well", { level: levelName(of), won, tried, low: low!, high: high! })}
                  </p>
                );
              })}
              <p className="text-sm text-soft low:hidden">{t("uv-caution")}</p>
            </>
          )}
        </div>
      </div>
    </main>
  );
}
