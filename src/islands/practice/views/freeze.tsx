import type { FreezeHand, FreezeState, FreezeTruth } from "../../../../core/practice/freeze.ts";
import { t } from "../../../../words/practice.ts";
import { BenchPicture } from "../BenchPicture.tsx";
import type { ExerciseView } from "../exercise-view.ts";

/** A thermometer from -40 to 40 °C, and the panel in the freezer or on the bench, mm. */
const SCALE = { leastC: -40, mostC: 40, xMm: 18, fromMm: 6, toMm: 74 };
const bench = () => ({ fromX: 0, fromY: 0, widthMm: 150, heightMm: 80 });
const heightAt = (c: number) =>
  SCALE.toMm - ((SCALE.toMm - SCALE.fromMm) * (c - SCALE.leastC)) / (SCALE.mostC - SCALE.leastC);
const minutesOf = (seconds: number) => Math.floor(seconds / 60);

/** Glue that is made brittle in a freezer, popped, and left to dry. */
export const freezeView: ExerciseView<FreezeTruth, FreezeHand, FreezeState> = {
  bench,
  asks: ({ freezerC, brittleC, relativeHumidityPct, glassUm, adhesiveUm }) =>
    t("freeze-and-pop", {
      freezer: freezerC,
      brittle: brittleC,
      damp: relativeHumidityPct,
      glass: glassUm / 1_000,
      glue: adhesiveUm / 1_000,
    }),
  soFar: (_, state, isSeen) => {
    const glue = Math.round(isSeen ? state.glueC : 0);
    if (state.poppedAtS !== null) {
      const minutes = minutesOf(state.tS - state.poppedAtS);
      return isSeen ? t("thawing-at", { minutes, face: Math.round(state.faceC) }) : t("thawing", { minutes });
    }
    if (state.outAtS !== null) {
      const seconds = Math.round(state.tS - state.outAtS);
      return isSeen ? t("out-at", { seconds, glue }) : t("out", { seconds });
    }
    const minutes = minutesOf(state.tS);
    return isSeen ? t("freezing-at", { minutes, glue }) : t("freezing", { minutes });
  },
  won: (_, { outAtS, poppedAtS, poweredAtS }) =>
    t("popped-and-dry", {
      minutes: minutesOf(outAtS ?? 0),
      dry: minutesOf((poweredAtS ?? 0) - (poppedAtS ?? 0)),
    }),
  lost: (_, { reason, had, limit }) => {
    const [is, may] = [Math.round(had), Math.round(limit)];
    return reason === "not brittle"
      ? t("glue-not-brittle", { had: is, limit: may })
      : reason === "wet"
        ? t("powered-while-wet", { had: is, limit: may })
        : t("never-powered");
  },
  advice: (_, lost) =>
    lost === null
      ? t("well-frozen")
      : lost.reason === "not brittle"
        ? t("longer-in-the-cold")
        : lost.reason === "wet"
          ? t("wait-until-dry")
          : t("power-it-at-last"),
  how: () => t("how-to-freeze"),
  fieldLabel: () => t("freeze-field-label"),
  caution: () => t("cold-caution"),
  endsItself: true,
  facts: (truth, { poppedAtS }, isSeen) => [
    t("room-is", { room: truth.roomC, damp: truth.relativeHumidityPct }),
    ...(isSeen && poppedAtS !== null ? [t("dew-point-is", { dew: Math.round(truth.dewC) })] : []),
  ],
  Picture: ({ truth, state, hand, isSeen }) => {
    const isCold = !hand.out;
    const c = state ? (state.poppedAtS === null ? state.glueC : state.faceC) : truth.roomC;
    return (
      <BenchPicture bench={bench()} panel={{ widthMm: 0, heightMm: 0 }}>
        <rect
          x={SCALE.xMm - 3}
          y={SCALE.fromMm}
          width={6}
          height={SCALE.toMm - SCALE.fromMm}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={0.6}
        />
        {isSeen && (
          <rect
            x={SCALE.xMm - 3}
            y={heightAt(c)}
            width={6}
            height={SCALE.toMm - heightAt(c)}
            fill="var(--liquid)"
            fillOpacity={0.6}
          />
        )}
        {[-40, -20, 0, 20, 40].map((tick) => (
          <text
            key={tick}
            x={SCALE.xMm - 5}
            y={heightAt(tick) + 1.4}
            textAnchor="end"
            fontSize={4}
            fill="var(--ink)"
          >
            {tick}
          </text>
        ))}
        <line
          x1={SCALE.xMm - 3}
          x2={SCALE.xMm + 14}
          y1={heightAt(truth.brittleC)}
          y2={heightAt(truth.brittleC)}
          stroke="var(--glass)"
          strokeWidth={0.6}
        />
        <text x={SCALE.xMm + 5} y={heightAt(truth.brittleC) - 1.5} fontSize={4} fill="var(--ink)">
          {t("brittle-below")}
        </text>
        <rect
          x={66}
          y={12}
          width={76}
          height={56}
          fill={isCold ? "var(--liquid)" : "none"}
          fillOpacity={0.15}
          stroke="var(--ink)"
          strokeWidth={0.6}
        />
        <text x={104} y={20} textAnchor="middle" fontSize={5} fill="var(--ink)">
          {isCold ? t("freezer") : t("bench")}
        </text>
        <rect x={80} y={44} width={48} height={5} fill="var(--film)" stroke="var(--ink)" strokeWidth={0.4} />
        {!hand.popped && <rect x={80} y={41} width={48} height={3} fill="var(--liquid)" />}
        <rect
          x={80}
          y={hand.popped ? 30 : 37}
          width={48}
          height={4}
          fill="var(--glass)"
          fillOpacity={0.5}
          stroke="var(--ink)"
          strokeWidth={0.4}
          transform={hand.popped ? "rotate(-8 104 32)" : undefined}
        />
      </BenchPicture>
    );
  },
  Controls: ({ hand, act }) => (
    <button
      type="button"
      className="control-strong"
      disabled={hand.powered}
      onClick={() =>
        act(
          hand.popped
            ? { ...hand, powered: true }
            : hand.out
              ? { ...hand, popped: true }
              : { ...hand, out: true },
        )
      }
    >
      {hand.popped ? t("power-it") : hand.out ? t("pop-it") : t("take-it-out")}
    </button>
  ),
};
