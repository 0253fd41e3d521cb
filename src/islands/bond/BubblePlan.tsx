import { useId, useMemo, useState, type KeyboardEvent, type PointerEvent } from "react";
import type { AdhesiveInUse } from "../../../core/bond/adhesive-in-use.ts";
import {
  airInGlue,
  bubbleFates,
  chamber,
  inChamber,
  programFor,
  programOf,
} from "../../../core/bond/bubbles.ts";
import type { Debubble } from "../../../core/bond/debubble.ts";
import type { PanelPoint } from "../../../core/intake/damage.ts";
import { runningTimers } from "../../../core/job/fold.ts";
import { isOnPanel } from "../../../core/stack/outline.ts";
import { Cross } from "../../drawing/Cross.tsx";
import { panelPlace } from "../../drawing/plan-point.ts";
import { usePlanCross } from "../../drawing/usePlanCross.ts";
import { PlanFrame } from "../../drawing/PlanFrame.tsx";
import { DialSlider } from "../../ui/DialSlider.tsx";
import { usePreferences } from "../../ui/preferences.ts";
import {
  Assumed,
  durationText,
  Figure,
  lengthText,
  Temperature,
  temperatureText,
} from "../../ui/quantity.tsx";
import { useDraft } from "../../ui/useDraft.ts";
import type { PanelProps } from "../stage/panel.ts";
import { ChamberWatch } from "./ChamberWatch.tsx";

/** Bubbles as they are met, mm across, for a tap. */
const sizesMm = [0.1, 0.2, 0.3, 0.5, 1, 2, 5] as const;

const fateWords = { gone: "Gone", left: "Leave it", rework: "Rework" } as const satisfies Record<
  (typeof bubbleFates)[number],
  string
>;

/** What the chamber makes of a bubble, in words, and the hue it is drawn in. */
function verdictOf({ verdict, vanishMin, radiusAfterReleaseUm }: Debubble, wide: (mm: number) => string) {
  switch (verdict) {
    case "goes":
      return { hue: "var(--done)", words: `goes after ${durationText(vanishMin! * 60)}` };
    case "shrinks":
      return {
        hue: "var(--heat)",
        words: `comes back, ${wide(radiusAfterReleaseUm / 500)} wide`,
      };
    case "stays":
      return { hue: "var(--danger)", words: "comes back as it was: rework" };
    case "grows":
      return { hue: "var(--danger)", words: "grows: rework" };
  }
}

/** Bubbles marked on the plan, and what this run of the chamber will make of each. */
export function BubblePlan({
  gapUm,
  adhesive,
  ...props
}: PanelProps & { gapUm: number; adhesive: AdhesiveInUse }) {
  const { code, family, state, nowMs, live, send } = props;
  const { outline } = family;
  const preferences = usePreferences();
  const wide = (mm: number) =>
    preferences.length === "inch" ? lengthText(mm, preferences) : `${Number(mm.toFixed(2))} mm`;
  const helpId = useId();
  const [sizeMm, setSizeMm] = useState<number>(0.3);
  const { cross, at: crossAt, step } = usePlanCross(outline);
  const chosen = programOf(state.settings.bond);
  const [entered, setEntered] = useDraft<typeof chosen | null>(`${code} chamber`, null);
  const program = entered ?? chosen;
  const { holdBar, holdMin, chamberC } = program;
  const verdicts = useMemo(() => {
    const bySize = new Map<number, Debubble>();
    for (const { diameterMm } of state.bubbles) {
      if (!bySize.has(diameterMm)) {
        bySize.set(diameterMm, inChamber(diameterMm, gapUm, { holdBar, holdMin, chamberC }, adhesive));
      }
    }
    return bySize;
  }, [state.bubbles, gapUm, holdBar, holdMin, chamberC, adhesive]);
  const largest = useMemo(
    () => inChamber(gapUm / 1_000, gapUm, { holdBar, holdMin, chamberC }, adhesive).largestVanishingUm,
    [gapUm, holdBar, holdMin, chamberC, adhesive],
  );
  const open = state.bubbles.filter(({ settled }) => settled === null);
  const widestMm = Math.max(0, ...open.map(({ diameterMm }) => diameterMm));
  const would = useMemo(
    () => (widestMm > 0 ? programFor(widestMm, gapUm, chamberC, adhesive) : null),
    [widestMm, gapUm, chamberC, adhesive],
  );
  const running = runningTimers(state).some(({ timer }) => timer === "chamber");
  const hasRun = state.timers.some(({ timer }) => timer === "chamber");
  const mark = (at: PanelPoint) => {
    if (!isOnPanel(outline, at.xMm, at.yMm)) return;
    send({ stage: "bond", kind: "bubble-marked", data: { ...at, diameterMm: sizeMm } });
  };
  const onKeyDown = (event: KeyboardEvent<SVGSVGElement>) => {
    if (step(event) === null) {
      if (event.key !== "Enter") return;
      mark(crossAt);
    }
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <section aria-labelledby="bubbles-title">
      <h2 id="bubbles-title" className="text-xl font-semibold">
        Will the bubbles go?
      </h2>
      <div className="mt-2 grid gap-6 lg:grid-cols-2">
        <div>
          {live && (
            <div className="flex flex-wrap items-center gap-2" role="group" aria-label="How wide, mm">
              {sizesMm.map((mm) => (
                <button
                  key={mm}
                  type="button"
                  className={sizeMm === mm ? "control-strong" : "control"}
                  aria-pressed={sizeMm === mm}
                  onClick={() => setSizeMm(mm)}
                >
                  {wide(mm)}
                </button>
              ))}
            </div>
          )}
          {live && (
            <p id={helpId} className="mt-1 text-soft">
              Choose how wide, then tap where it is. Keys: arrows move a cross, Enter marks.
            </p>
          )}
          <PlanFrame
            outline={outline}
            borderMm={family.borderMm}
            features={family.features}
            windows={family.windows}
            labels={false}
            title={`Bubbles under the glass of ${family.code}, viewer's side`}
            {...(live
              ? {
                  role: "application",
                  tabIndex: 0,
                  "aria-describedby": helpId,
                  className: "cursor-crosshair touch-none",
                  onKeyDown,
                  onPointerUp: (event: PointerEvent<SVGSVGElement>) => {
                    if (event.button === 0) mark(panelPlace(outline, event));
                  },
                }
              : {})}
          >
            {({ unit }) => (
              <>
                {state.bubbles.map((bubble, i) => {
                  const { hue } = verdictOf(verdicts.get(bubble.diameterMm)!, wide);
                  return (
                    <g key={bubble.id} data-testid="bubble" opacity={bubble.settled ? 0.4 : 1}>
                      <circle
                        cx={bubble.xMm}
                        cy={bubble.yMm}
                        r={Math.max(1.6 * unit, bubble.diameterMm / 2)}
                        fill="none"
                        stroke={hue}
                        strokeWidth={0.7 * unit}
                        strokeDasharray={bubble.settled ? `${unit} ${unit}` : undefined}
                      />
                      <text
                        x={bubble.xMm + 2.6 * unit}
                        y={bubble.yMm}
                        fontSize={3.6 * unit}
                        dominantBaseline="central"
                        fill="var(--ink)"
                      >
                        {i + 1}
                      </text>
                    </g>
                  );
                })}
                {cross && live && <Cross at={cross} unit={unit} />}
              </>
            )}
          </PlanFrame>
          {state.bubbles.length === 0 ? (
            <p className="text-soft">None is marked.</p>
          ) : (
            <ol className="border-t border-line" aria-label="Bubbles">
              {state.bubbles.map((bubble, i) => {
                const { words, hue } = verdictOf(verdicts.get(bubble.diameterMm)!, wide);
                return (
                  <li key={bubble.id} className="flex flex-wrap items-center gap-2 border-b border-line py-1">
                    <span className="grow">
                      {i + 1}: {wide(bubble.diameterMm)},{" "}
                      {bubble.settled ? (
                        fateWords[bubble.settled].toLowerCase()
                      ) : (
                        <span style={{ color: hue }}>{words}</span>
                      )}
                    </span>
                    {live &&
                      bubble.settled === null &&
                      bubbleFates.map((fate) => (
                        <button
                          key={fate}
                          type="button"
                          className="control border-soft font-normal"
                          onClick={() =>
                            send({
                              stage: "bond",
                              kind: "bubble-settled",
                              data: { bubble: bubble.id, as: fate },
                            })
                          }
                        >
                          {fateWords[fate]}
                        </button>
                      ))}
                  </li>
                );
              })}
            </ol>
          )}
        </div>
        <div>
          <p className="text-lg" data-testid="chamber-answer">
            {largest === null
              ? "This run takes no bubble away."
              : `This run takes away what is up to ${wide(largest / 500)} wide.`}
          </p>
          <DialSlider
            label="Pressure, absolute"
            value={holdBar}
            {...chamber.bar}
            step={0.5}
            shown={<Figure value={holdBar} unit="bar" digits={1} />}
            text={`${holdBar} bar absolute`}
            onChange={(value) => setEntered({ ...program, holdBar: value })}
          />
          <DialSlider
            label="Held for"
            value={holdMin}
            {...chamber.min}
            step={1}
            shown={<Figure value={holdMin} unit="min" />}
            text={`${holdMin} minutes`}
            onChange={(value) => setEntered({ ...program, holdMin: value })}
          />
          <DialSlider
            label="Chamber"
            value={chamberC}
            {...chamber.c}
            step={1}
            shown={<Temperature c={chamberC} />}
            text={temperatureText(chamberC, preferences)}
            onChange={(value) => setEntered({ ...program, chamberC: value })}
          />
          {open.length > 0 && (
            <p data-testid="would">
              {would
                ? `All that is marked would go in ${durationText(would.holdMin * 60)} at ${would.holdBar} bar.`
                : `Nothing wider than the chamber can take: ${wide(widestMm)} does not go in ${durationText(chamber.min.max * 60)} at ${chamber.bar.max} bar. Lift the glass and lay it again, or leave it.`}
            </p>
          )}
          <div className="mt-2 flex flex-wrap gap-2">
            {live && entered && !running && (
              <button
                type="button"
                className="control-strong"
                onClick={() =>
                  send({ stage: "bond", kind: "setting-chosen", data: { settings: { ...entered } } }) &&
                  setEntered(null)
                }
              >
                Use this program
              </button>
            )}
            {live && would && !running && (
              <button type="button" className="control" onClick={() => setEntered(would)}>
                Set that program
              </button>
            )}
          </div>
          {hasRun && (
            <ChamberWatch code={code} isRunning={running} nowMs={nowMs} program={chosen} send={send} />
          )}
          <p className="mt-3 text-soft">
            With{" "}
            <Assumed source={airInGlue.diffusivityM2S.source.text}>
              air that spreads at {(airInGlue.diffusivityM2S.value * 1e10).toFixed(0)} × 10⁻¹⁰ m²/s at 25 °C
            </Assumed>
            ,{" "}
            <Assumed source={airInGlue.ostwald.source.text}>
              a solubility of {airInGlue.ostwald.value}
            </Assumed>{" "}
            and{" "}
            <Assumed source={airInGlue.saturation.source.text}>glue in balance with the room's air</Assumed>:
            the times are good to a factor of a few, the order of the bubbles is sure.
          </p>
        </div>
      </div>
    </section>
  );
}
