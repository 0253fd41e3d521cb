import { useId, useMemo, useState, type KeyboardEvent, type PointerEvent } from "react";
import { adhesiveNow } from "../../../../core/bond/adhesive-now.ts";
import { bubbleFates } from "../../../../core/bond/bubble-place.ts";
import { chamber, inChamber, programFor, type ChamberProgram } from "../../../../core/bond/bubbles.ts";
import type { Debubble } from "../../../../core/bond/debubble.ts";
import type { PanelPoint } from "../../../../core/stack/panel-point.ts";
import { isOnPanel } from "../../../../core/stack/panel-geometry.ts";
import { Cross } from "../../../drawing/Cross.tsx";
import { panelPlace } from "../../../drawing/plan-point.ts";
import { PlanFrame } from "../../../drawing/PlanFrame.tsx";
import { usePlanCross } from "../../../drawing/usePlanCross.ts";
import { DialSlider } from "../../../ui/DialSlider.tsx";
import { durationText } from "../../../../core/duration-text.ts";
import { Figure, Temperature, temperatureText } from "../../../ui/quantity.tsx";
import { usePreferences } from "../../../ui/preferences.ts";
import { useDraft } from "../../../ui/useDraft.ts";
import { MeasuredHere } from "../MeasuredHere.tsx";
import type { InstrumentProps } from "../instrument.ts";
import { t } from "../../../../words/work.ts";

/** Bubbles as they are met, mm across, for a tap. */
const sizesMm = [0.1, 0.2, 0.3, 0.5, 1, 2, 5] as const;
const fateWords = {
  get gone() {
    return t("gone");
  },
  get left() {
    return t("leave");
  },
  get rework() {
    return t("rework");
  },
} as const satisfies Record<(typeof bubbleFates)[number], string>;

const hueOf = ({ verdict }: Debubble): string =>
  verdict === "goes" ? "var(--done)" : verdict === "shrinks" ? "var(--heat)" : "var(--danger)";

/** Bubbles marked where they are, and what a run of the chamber makes of each. */
export function BubbleInstrument({ code, scene, mayTell, tell, shop }: InstrumentProps) {
  const { family, state } = scene;
  const { outline } = family;
  const preferences = usePreferences();
  const [sizeMm, setSizeMm] = useState<number>(0.3);
  const [program, setProgram] = useDraft<ChamberProgram>(`${code} chamber`, chamber.usual);
  const adhesive = useMemo(() => adhesiveNow({ state }), [state]);
  const gapUm = state.bond.dose?.gapUm ?? 150;
  const { bubbles } = state.bond;
  const verdicts = useMemo(
    () =>
      new Map(
        [...new Set(bubbles.map(({ diameterMm }) => diameterMm))].map((mm) => [
          mm,
          inChamber(mm, gapUm, program, adhesive),
        ]),
      ),
    [bubbles, gapUm, program, adhesive],
  );
  const open = bubbles.filter(({ settled }) => settled === null);
  const widestMm = Math.max(0, ...open.map(({ diameterMm }) => diameterMm));
  const would = useMemo(
    () => (widestMm > 0 ? programFor(widestMm, gapUm, program.chamberC, adhesive) : null),
    [widestMm, gapUm, program.chamberC, adhesive],
  );
  const { cross, at, step } = usePlanCross(outline);
  const helpId = useId();
  const mark = (place: PanelPoint) => {
    if (isOnPanel(outline, place.xMm, place.yMm)) tell("bubble-marked", { ...place, diameterMm: sizeMm });
  };
  const hands = {
    role: "application",
    tabIndex: 0,
    "aria-describedby": helpId,
    className: "cursor-crosshair touch-none",
    onPointerUp: (event: PointerEvent<SVGSVGElement>) => {
      if (event.button === 0) mark(panelPlace(outline, event));
    },
    onKeyDown: (event: KeyboardEvent) => {
      if (event.key === "Enter" && !event.repeat) mark(at);
      else if (!step(event)) return;
      event.preventDefault();
      event.stopPropagation();
    },
  };
  return (
    <div className="grid h-full min-h-0 w-full grid-rows-[auto_minmax(0,1fr)_auto] gap-2 side:grid-cols-[minmax(0,1fr)_19rem] side:grid-rows-[auto_minmax(0,1fr)]">
      <div
        className="flex gap-1.5 overflow-x-auto side:col-span-2"
        role="group"
        aria-label={t("how-wide-mm")}
      >
        {sizesMm.map((mm) => (
          <button
            key={mm}
            type="button"
            className="control shrink-0 border-soft px-3 font-normal aria-pressed:bg-ink aria-pressed:text-on-ink"
            aria-pressed={sizeMm === mm}
            onClick={() => setSizeMm(mm)}
          >
            {t("mm", { mm })}
          </button>
        ))}
        <p id={helpId} className="hidden shrink-0 self-center pl-2 text-sm text-soft lg:block">
          {t("tap-a-bubble-keys-arrows-move-a")}
        </p>
      </div>
      <div className="min-h-0">
        <PlanFrame
          outline={outline}
          borderMm={family.borderMm}
          windows={family.windows}
          labels={false}
          fills
          title={t("bubbles-under-the-glass-of-tap-where", { code: family.code })}
          {...(mayTell ? hands : {})}
        >
          {({ unit }) => (
            <>
              {bubbles.map(({ id, xMm, yMm, diameterMm, settled }, i) => (
                <g key={id} data-testid="bubble" opacity={settled ? 0.4 : 1}>
                  <circle
                    cx={xMm}
                    cy={yMm}
                    r={Math.max(1.6 * unit, diameterMm / 2)}
                    fill="none"
                    stroke={hueOf(verdicts.get(diameterMm)!)}
                    strokeWidth={0.7 * unit}
                    strokeDasharray={settled ? `${unit} ${unit}` : undefined}
                  />
                  <text
                    x={xMm + 2.6 * unit}
                    y={yMm}
                    fontSize={3.6 * unit}
                    dominantBaseline="central"
                    fill="var(--ink)"
                  >
                    {i + 1}
                  </text>
                </g>
              ))}
              {cross && mayTell && <Cross at={cross} unit={unit} />}
            </>
          )}
        </PlanFrame>
      </div>
      <div className="max-h-44 min-h-0 overflow-y-auto side:max-h-none">
        <ol aria-label={t("bubbles")}>
          {open.map((bubble) => (
            <li key={bubble.id} className="border-b border-line py-1">
              <span style={{ color: hueOf(verdicts.get(bubble.diameterMm)!) }}>
                {t("mm-2", {
                  indexOf: bubbles.indexOf(bubble) + 1,
                  diameterMm: bubble.diameterMm,
                  verdict: verdicts.get(bubble.diameterMm)!.verdict,
                })}
              </span>
              <span className="flex gap-1.5">
                {bubbleFates.map((fate) => (
                  <button
                    key={fate}
                    type="button"
                    className="control border-soft px-3 font-normal"
                    disabled={!mayTell}
                    onClick={() => tell("bubble-settled", { bubble: bubble.id, as: fate })}
                  >
                    {fateWords[fate]}
                  </button>
                ))}
              </span>
            </li>
          ))}
        </ol>
        {bubbles.length > 0 && (
          <>
            <DialSlider
              label={t("chamber-absolute")}
              value={program.holdBar}
              {...chamber.bar}
              step={0.5}
              shown={<Figure value={program.holdBar} unit="bar" digits={1} />}
              text={t("bar-absolute", { holdBar: program.holdBar })}
              onChange={(holdBar) => setProgram({ ...program, holdBar })}
            />
            <DialSlider
              label={t("held-for")}
              value={program.holdMin}
              {...chamber.min}
              step={1}
              shown={<Figure value={program.holdMin} unit="min" />}
              text={t("minutes", { holdMin: program.holdMin })}
              onChange={(holdMin) => setProgram({ ...program, holdMin })}
            />
            <DialSlider
              label={t("chamber")}
              value={program.chamberC}
              {...chamber.c}
              step={1}
              shown={<Temperature c={program.chamberC} />}
              text={temperatureText(program.chamberC, preferences)}
              onChange={(chamberC) => setProgram({ ...program, chamberC })}
            />
            {widestMm > 0 && (
              <p data-testid="would">
                {would
                  ? t("all-are-gone-in-at-bar", {
                      holdMin: durationText(would.holdMin * 60),
                      holdBar: would.holdBar,
                    })
                  : t("mm-will-not-go-in-this-chamber", { widestMm })}
                <MeasuredHere compared={shop.compared} of={["bubbles"]} />{" "}
              </p>
            )}
          </>
        )}
      </div>
    </div>
  );
}
