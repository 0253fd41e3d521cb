import { useMemo, useState } from "react";
import type { PatternPiece } from "../../../core/bond/pattern.ts";
import type { PatternSearch, PatternSearchInput } from "../../../core/bond/pattern-search.ts";
import type { Family } from "../../../core/stack/family.ts";
import { useCalculations, type Calculated } from "../../workers/useCalculations.ts";
import { PatternPlan } from "./PatternPlan.tsx";
import { Assumptions } from "../../ui/Assumptions.tsx";
import { t } from "../../../words/bond.ts";

/** Two searches from two seeds, so many tries each, side by side: what the better one finds counts. */
const SEEDS = [1, 2] as const;
const ROUNDS_EACH = 200;

interface SoFar {
  pieces: PatternPiece[];
  faultMm2: number;
  beganAt: number;
}

/** Still looking: how far, and the best up to now. */
function Looking({
  family,
  startGapUm,
  share,
  soFar,
  onTake,
  onCancel,
}: {
  family: Family;
  startGapUm: number;
  share: number;
  soFar: SoFar | undefined;
  onTake: (pieces: PatternPiece[]) => void;
  onCancel: () => void;
}) {
  return (
    <div role="status" data-testid="search">
      <div className="flex items-center gap-3">
        <progress value={share} max={1} className="h-3 grow" aria-label={t("looking")} />
        {soFar && (
          <button type="button" className="control-strong" onClick={() => onTake(soFar.pieces)}>
            {t("take-the-best-so-far")}
          </button>
        )}
        <button type="button" className="control" onClick={onCancel}>
          {t("cancel")}
        </button>
      </div>
      {soFar && (
        <>
          <p className="mt-1">
            {t("best-so-far-mm-of-air-dry", {
              faultMm2: soFar.faultMm2.toFixed(0),
              beganAt: soFar.beganAt.toFixed(0),
            })}
          </p>
          <PatternPlan
            family={family}
            pieces={soFar.pieces}
            startGapUm={startGapUm}
            title={t("the-best-pattern-so-far")}
          />
        </>
      )}
    </div>
  );
}

/** What the search has come to, to be taken or left. */
function Found({
  search: { beats, best, found, start, tried, pieces },
  onTake,
  onLeave,
}: {
  search: PatternSearch;
  onTake: (pieces: PatternPiece[]) => void;
  onLeave: () => void;
}) {
  const shipped = start.find(({ name }) => name === best)!.figures;
  return (
    <div role="status" data-testid="search">
      <p className="font-semibold">
        {beats
          ? t("better-than-the-best-that-was-there", {
              best,
              faultMm2: found.faultMm2.toFixed(0),
              faultMm22: shipped.faultMm2.toFixed(0),
            })
          : t("nothing-better-than-was-found-in-tries", { best, tried })}
      </p>
      <p>
        {t("air-mm-flooded-window-mm-still-dry", {
          airMm2: found.airMm2.toFixed(0),
          floodedMm2: found.floodedMm2.toFixed(1),
          dryMm2: found.dryMm2.toFixed(0),
          spillUl: (found.spillUl / 1_000).toFixed(2),
        })}
      </p>
      <div className="mt-2 flex gap-2">
        <button type="button" className="control-strong" onClick={() => onTake(pieces)}>
          {t("take-it")}
        </button>
        <button type="button" className="control" onClick={onLeave}>
          {t("leave-it")}
        </button>
      </div>
    </div>
  );
}

/** Searches side by side as one: the best of what they have, done when all are. */
function bestOf(searches: readonly Calculated<PatternSearch>[]) {
  const results = searches.flatMap(({ result }) => result ?? []);
  const soFar = searches
    .flatMap((search) => (search.soFar as SoFar | undefined) ?? [])
    .sort((a, b) => a.faultMm2 - b.faultMm2)[0];
  const [best] = [...results].sort((a, b) => a.found.faultMm2 - b.found.faultMm2);
  return {
    faults: searches.find(({ faults }) => faults)?.faults ?? null,
    share:
      searches.reduce((sum, { share, result }) => sum + (result ? 1 : (share ?? 0)), 0) / searches.length,
    soFar,
    result:
      best && results.length === searches.length
        ? { ...best, tried: results.reduce((sum, { tried }) => sum + tried, 0) }
        : null,
    assumptions: searches[0]?.assumptions ?? [],
  };
}

/** Lets the workers look for a better pattern: what it has up to now can be taken at any moment, and cancelling ends it at once. */
export function BetterPattern({
  family,
  startGapUm,
  disabled,
  onAsk,
  onTake,
}: {
  family: Family;
  startGapUm: number;
  disabled: boolean;
  /** What is to be filled, and what there is to beat. */
  onAsk: () => Omit<PatternSearchInput, "rounds" | "seed">;
  onTake: (pieces: PatternPiece[]) => void;
}) {
  const [asked, setAsked] = useState<ReturnType<typeof onAsk> | null>(null);
  const inputs = useMemo(
    () => asked && SEEDS.map((seed): PatternSearchInput => ({ ...asked, seed, rounds: ROUNDS_EACH })),
    [asked],
  );
  const search = bestOf(useCalculations<PatternSearch>("pattern-search", inputs, { atOnce: true }));
  const end = () => setAsked(null);
  const take = (pieces: PatternPiece[]) => {
    end();
    onTake(pieces);
  };
  const content = () => {
    if (asked === null) {
      return (
        <button type="button" className="control" disabled={disabled} onClick={() => setAsked(onAsk())}>
          {t("look-for-a-better-one")}
        </button>
      );
    }
    if (search.faults) {
      return (
        <>
          <p role="alert" className="text-danger">
            {search.faults.map(({ path, message }) => `${path}: ${message}`).join("; ")}
          </p>
          <button type="button" className="control mt-2" onClick={end}>
            {t("leave-it")}
          </button>
        </>
      );
    }
    if (search.result) {
      return (
        <>
          <Found search={search.result} onTake={take} onLeave={end} />
          <Assumptions words={search.assumptions} />
        </>
      );
    }
    return (
      <Looking
        {...{ family, startGapUm }}
        share={search.share}
        soFar={search.soFar}
        onTake={take}
        onCancel={end}
      />
    );
  };
  return <div className="mt-4 border-t border-line pt-3">{content()}</div>;
}
