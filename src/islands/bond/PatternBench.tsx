import { useEffect, useMemo, useState } from "react";
import type { AdhesiveInUse } from "../../../core/bond/adhesive-in-use.ts";
import { START_GAPS, type FillFront, type FillFrontInput } from "../../../core/bond/fill-front.ts";
import { panelFill, waysDown, type WayDown } from "../../../core/bond/panel-fill.ts";
import { scaledTo, volumeUlOf, type NamedPattern, type PatternPiece } from "../../../core/bond/pattern.ts";
import { shippedPatterns, USUAL_PATTERN } from "../../../core/bond/shipped-patterns.ts";
import { bondPractice } from "../../../core/materials/adhesives.ts";
import { capitalised } from "../../../core/words.ts";
import { DialSlider } from "../../ui/DialSlider.tsx";
import { Assumed, Figure } from "../../ui/quantity.tsx";
import { useDraft } from "../../ui/useDraft.ts";
import { useCalculations } from "../../workers/useCalculations.ts";
import type { PanelProps } from "../stage/panel.ts";
import { BetterPattern } from "./BetterPattern.tsx";
import { DispenseFiles } from "./DispenseFiles.tsx";
import { FilledPattern } from "./FilledPattern.tsx";
import { PatternPlan, type Tool } from "./PatternPlan.tsx";
import { useFamilyPatterns } from "./useFamilyPatterns.ts";

const tools = { move: "Move", dot: "Dot", bead: "Bead" } as const satisfies Record<Tool, string>;
const OWN = "Own pattern";

/** Chooses or draws what is laid, follows where it goes, holds two beside each other, and lets the worker look for a better one. */
export function PatternBench(
  props: PanelProps & { gapUm: number; volumeMl: number; adhesive: AdhesiveInUse },
) {
  const { code, family, state, live, mayEnter, send, offer, gapUm, volumeMl, adhesive } = props;
  const volumeUl = volumeMl * 1_000;
  const startGapUm = START_GAPS * gapUm;
  const shipped = useMemo(() => shippedPatterns(family.outline, volumeUl), [family, volumeUl]);
  const kept = useFamilyPatterns(family.code);
  const [drawn, setDrawn] = useDraft<NamedPattern | null>(`${code} pattern`, null);
  const base = drawn ?? state.pattern ?? shipped.find(({ name: of }) => of === USUAL_PATTERN)!;
  const pattern = useMemo<NamedPattern>(
    () => ({ name: base.name, pieces: scaledTo(base.pieces, volumeUl) }),
    [base.name, base.pieces, volumeUl],
  );
  const [tool, setTool] = useState<Tool>("move");
  const [chosen, setChosen] = useState<number | null>(null);
  const [way, setWay] = useState<WayDown>("pressed level");
  const [asked, setAsked] = useState<{ pattern: NamedPattern; input: FillFrontInput } | null>(null);
  const [beside, setBeside] = useState<{ pattern: NamedPattern; fill: FillFront } | null>(null);
  const [share, setShare] = useState(1);
  const [name, setName] = useState("");
  const inputs = useMemo(() => (asked ? [asked.input] : null), [asked]);
  const [running] = useCalculations<FillFront>("fill-front", inputs);
  const fill = running?.result ?? null;
  const draft = useMemo(
    () => () => ({ stage: "bond" as const, kind: "pattern-chosen" as const, data: pattern }),
    [pattern],
  );
  useEffect(() => offer("pattern", draft), [offer, draft]);
  // A worker's answer stands for the pattern that it was asked of, not for one that was changed since.
  const isStale = asked !== null && asked.pattern !== pattern;

  const take = (next: NamedPattern) => {
    setDrawn({ name: next.name, pieces: scaledTo(next.pieces, volumeUl) });
    setChosen(null);
  };
  const change = (pieces: PatternPiece[]) =>
    setDrawn({ name: shipped.some((p) => p.name === base.name) ? OWN : base.name, pieces });
  const run = (of: NamedPattern) => {
    setShare(1);
    setAsked({ pattern: of, input: { ...panelFill(family, gapUm, adhesive, way), pattern: of.pieces } });
  };
  const piece = chosen === null ? undefined : pattern.pieces[chosen];
  const all = volumeUlOf(pattern.pieces);

  return (
    <section aria-labelledby="pattern-title">
      <h2 id="pattern-title" className="text-xl font-semibold">
        Which pattern?
      </h2>
      <div className="mt-2 flex flex-wrap gap-2" role="group" aria-label="Patterns">
        {[...shipped, ...kept.patterns].map((choice) => (
          <button
            key={choice.name}
            type="button"
            className={base.name === choice.name ? "control-strong" : "control"}
            aria-pressed={base.name === choice.name}
            disabled={!mayEnter}
            onClick={() => take(choice)}
          >
            {choice.name}
          </button>
        ))}
      </div>
      <div className="mt-3 grid gap-6 lg:grid-cols-2">
        <div>
          <div className="mb-2 flex flex-wrap items-center gap-2" role="group" aria-label="Tool">
            {(Object.keys(tools) as Tool[]).map((key) => (
              <button
                key={key}
                type="button"
                className={tool === key ? "control-strong" : "control"}
                aria-pressed={tool === key}
                disabled={!mayEnter}
                onClick={() => setTool(key)}
              >
                {tools[key]}
              </button>
            ))}
          </div>
          <PatternPlan
            family={family}
            pieces={pattern.pieces}
            startGapUm={startGapUm}
            {...(mayEnter ? { tool } : {})}
            chosen={chosen}
            onChoose={setChosen}
            onChange={change}
            title={`Pattern "${pattern.name}" on ${family.code}, viewer's side`}
          />
          {piece && (
            <div className="mt-2 max-w-md">
              <DialSlider
                label={`${capitalised(piece.kind)} ${chosen! + 1} takes`}
                value={Math.round((100 * piece.volumeUl) / all)}
                min={1}
                max={100}
                step={1}
                shown={<Figure value={piece.volumeUl / 1_000} unit="ml" digits={3} />}
                text={`${Math.round((100 * piece.volumeUl) / all)} percent of the dose`}
                onChange={(pct) => {
                  const rest = all - piece.volumeUl;
                  // So that its share of the new whole is what was asked; all of it, where it is alone.
                  const volume = rest <= 0 ? all : (rest * pct) / Math.max(0.5, 100 - pct);
                  change(
                    scaledTo(
                      pattern.pieces.map((other, i) =>
                        i === chosen ? { ...other, volumeUl: volume } : other,
                      ),
                      all,
                    ),
                  );
                }}
              />
              {pattern.pieces.length > 1 && (
                <button
                  type="button"
                  className="control"
                  onClick={() => {
                    change(
                      scaledTo(
                        pattern.pieces.filter((_, i) => i !== chosen),
                        all,
                      ),
                    );
                    setChosen(null);
                  }}
                >
                  Take {piece.kind} {chosen! + 1} away
                </button>
              )}
            </div>
          )}
          <div className="mt-3 flex flex-wrap items-center gap-3">
            <button type="button" className="control-strong" onClick={() => run(pattern)}>
              Run the fill
            </button>
            <label className="flex items-center gap-2">
              Glass
              <select
                className="entry w-auto"
                value={way}
                onChange={(event) => setWay(event.target.value as WayDown)}
              >
                {waysDown.map((choice) => (
                  <option key={choice}>{choice}</option>
                ))}
              </select>
            </label>
            {live && (
              <button type="button" className="control" onClick={() => send(draft()) && setDrawn(null)}>
                Use this pattern
              </button>
            )}
          </div>
        </div>
        <div>
          {asked === null ? (
            <p className="text-soft">
              Run the fill: where the liquid goes as the glass comes down, where air stays, what runs out and
              whether a window gets wet.
            </p>
          ) : running?.faults ? (
            <p role="alert" className="text-danger">
              {running.faults.map(({ path, message }) => `${path}: ${message}`).join("; ")}
            </p>
          ) : fill === null ? (
            <div className="flex items-center gap-3" role="status">
              <progress value={running?.share ?? 0} max={1} className="h-3 grow" aria-label="Filling" />
              <button type="button" className="control" onClick={() => setAsked(null)}>
                Stop
              </button>
            </div>
          ) : (
            <>
              {isStale && <p className="font-semibold">The pattern was changed since: run it again.</p>}
              <div className={beside ? "grid gap-4 sm:grid-cols-2" : ""}>
                <FilledPattern {...{ family, fill, share, startGapUm }} pattern={asked.pattern} />
                {beside && (
                  <FilledPattern
                    {...{ family, share, startGapUm }}
                    fill={beside.fill}
                    pattern={beside.pattern}
                  />
                )}
              </div>
              <DialSlider
                label="As the glass comes down"
                value={share}
                min={0}
                max={1}
                step={1 / 11}
                shown={`${Math.round(100 * share)} %`}
                text={`${Math.round(100 * share)} percent of the way down`}
                onChange={setShare}
              />
              <div className="flex flex-wrap gap-2">
                <button
                  type="button"
                  className="control"
                  onClick={() => setBeside({ pattern: asked.pattern, fill })}
                >
                  Keep it beside
                </button>
                {beside && (
                  <button type="button" className="control" onClick={() => setBeside(null)}>
                    Only one
                  </button>
                )}
              </div>
              <p className="mt-2 text-soft">
                Reckoned with{" "}
                <Assumed source={bondPractice.pressingN.source.text}>
                  {bondPractice.pressingN.value} N
                </Assumed>
                , liquid that stands{" "}
                <Assumed source="eight bond lines: a bead when the glass first touches it">
                  <Figure value={startGapUm} unit="µm" />
                </Assumed>{" "}
                high at first, and edges at which nothing holds it back: surface tension is left out.
              </p>
            </>
          )}
          <BetterPattern
            family={family}
            startGapUm={startGapUm}
            disabled={!mayEnter}
            onAsk={() => ({
              ...panelFill(family, gapUm, adhesive, way),
              start: [...shipped, ...(shipped.some((p) => p.name === pattern.name) ? [] : [pattern])],
            })}
            onTake={(pieces) => {
              const found = { name: "Found by search", pieces: scaledTo(pieces, volumeUl) };
              setDrawn(found);
              run(found);
            }}
          />
        </div>
      </div>
      {mayEnter && (
        <form
          className="mt-4 flex flex-wrap items-end gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            void kept.keep({ name: name.trim(), pieces: pattern.pieces }).then((isKept) => {
              if (!isKept) return;
              setDrawn({ name: name.trim(), pieces: pattern.pieces });
              setName("");
            });
          }}
        >
          <label className="grow sm:max-w-72">
            Keep it with {family.code} as
            <input
              className="entry"
              value={name}
              maxLength={60}
              onChange={(event) => setName(event.target.value)}
            />
          </label>
          <button type="submit" className="control" disabled={name.trim() === ""}>
            Keep
          </button>
          {kept.patterns.some((p) => p.name === base.name) && (
            <button type="button" className="control" onClick={() => void kept.forget(base.name)}>
              Forget “{base.name}”
            </button>
          )}
          {kept.said && <p role="status">{kept.said}</p>}
        </form>
      )}
      <DispenseFiles {...{ family, pattern, code, gapUm }} />
    </section>
  );
}
