import { memo, useMemo, useState } from "react";
import { methodOf } from "../../../core/heat/heat-methods.ts";
import { facesOf, methodAssumed, type HeatMethod } from "../../../core/heat/heat-method-input.ts";
import type { HeatField, HeatFieldInput, HeatSource } from "../../../core/heat/heat-field.ts";
import { bandOf, liftHeatInput, type LiftHeatSettings } from "../../../core/heat/lift-heat.ts";
import type { Family, Seam } from "../../../core/stack/family.ts";
import { PlanFrame } from "../../drawing/PlanFrame.tsx";
import { Temperature } from "../../ui/quantity.tsx";
import { useCalculations } from "../../workers/useCalculations.ts";
import { Assumptions } from "../../ui/Assumptions.tsx";
import { t } from "../../../words/lift.ts";

/** A jet is held so far inside the rim, mm. Assumed. */
const INSIDE_MM = 6;
/** How fast a jet is led round. Assumed. */
const ROUND_MM_S = 30;
/** Cells along the longer side: enough to see, few enough to wait for. */
const CELLS_ALONG = 28;

/** What heats a panel from where: a jet that goes round, or a plate of this size under its middle. */
function sourceOf(
  family: Family,
  method: HeatMethod,
  settings: LiftHeatSettings,
  plateMm: { widthMm: number; heightMm: number },
): HeatSource | null {
  const { widthMm, heightMm } = family.outline;
  if (method.kind === "gun" || method.kind === "dryer") {
    const nozzleC = method.kind === "gun" ? method.gunC : method.dryerC;
    return {
      kind: "spot",
      pathMm: [
        { xMm: INSIDE_MM, yMm: INSIDE_MM },
        { xMm: widthMm - INSIDE_MM, yMm: INSIDE_MM },
        { xMm: widthMm - INSIDE_MM, yMm: heightMm - INSIDE_MM },
        { xMm: INSIDE_MM, yMm: heightMm - INSIDE_MM },
      ],
      isClosed: true,
      speedMmS: ROUND_MM_S,
      // So wide that it stands over one place of its round for its share of the time.
      radiusMm: Math.min(
        (method.share * 2 * (widthMm + heightMm)) / Math.sqrt(Math.PI),
        Math.min(widthMm, heightMm) / 2,
      ),
      airC: settings.roomC + method.reach * (nozzleC - settings.roomC),
      filmWm2K: method.jetWm2K,
    };
  }
  if (method.kind !== "plate" && method.kind !== "mat" && method.kind !== "wire") return null;
  return {
    kind: "plate",
    xMm: (widthMm - plateMm.widthMm) / 2,
    yMm: (heightMm - plateMm.heightMm) / 2,
    ...plateMm,
    plateC: method.kind === "mat" ? method.matC : method.plateC,
    contactWm2K: method.contactWm2K,
  };
}

/** Cold to hot in one hue, from the ground to the heat's own. */
const shade = (share: number) =>
  `color-mix(in oklab, var(--heat) ${Math.round(100 * Math.min(1, Math.max(0, share)))}%, var(--raised))`;

/** How evenly the heat lies on the glue line at the end of the soak: worked out in a worker, on demand. */
export const HeatMap = memo(function HeatMap({
  family,
  seam,
  settings,
}: {
  family: Family;
  seam: Seam;
  settings: LiftHeatSettings;
}) {
  const { outline } = family;
  const [asked, setAsked] = useState<HeatFieldInput | null>(null);
  const [sharePct, setSharePct] = useState(100);
  const { method } = settings;
  const inputs = useMemo(() => (asked ? [asked] : null), [asked]);
  const [field] = useCalculations<HeatField>("heat-field", inputs);
  const source = sourceOf(family, method, settings, {
    widthMm: (outline.widthMm * sharePct) / 100,
    heightMm: (outline.heightMm * sharePct) / 100,
  });
  if (!source) return null;
  const isPlate = source.kind === "plate";
  const start = () => {
    const { layers, contacts, startC } = liftHeatInput(family, seam, settings);
    const band = bandOf(family, seam, method)!;
    // Heated through the glass, the stack is turned over, so that its hot side is where the calculation has it.
    const { top } = facesOf(method, settings.roomC, settings.airFilmWm2K);
    const isTurned = top.kind === "plate";
    const turned = isTurned ? [...layers].reverse() : layers;
    setAsked({
      panel: { widthMm: outline.widthMm, heightMm: outline.heightMm },
      layers: turned,
      contacts: isTurned
        ? contacts?.map(({ afterLayer, conductanceWm2K }) => ({
            afterLayer: layers[layers.findIndex((layer) => layer.name === afterLayer) + 1]!.name,
            conductanceWm2K,
          }))
        : contacts,
      startC,
      airC: settings.roomC,
      filmWm2K: settings.airFilmWm2K,
      sources: [source],
      durationS: Math.min(settings.soakS, 1_800),
      target: {
        layer: seam.layer,
        minC: band.minC ?? -100,
        ...(band.maxC === undefined ? {} : { maxC: band.maxC }),
      },
      glueWidthMm: Math.max(family.borderMm, 3),
      gridMm: Math.max(1, Math.max(outline.widthMm, outline.heightMm) / CELLS_ALONG),
    });
  };
  const result = field?.result;
  const low = result?.coldest.temperatureC ?? 0;
  const high = Math.max(low + 1, ...(result?.mapC ?? []));
  const bottom = Math.min(low, ...(result?.mapC ?? []));
  return (
    <details className="mt-4" onToggle={(event) => !event.currentTarget.open && setAsked(null)}>
      <summary className="min-h-12 content-center font-semibold">{t("how-even-is-the-heat")}</summary>
      <div className="flex flex-wrap items-center gap-3">
        {isPlate && (
          <label className="flex items-center gap-2">
            {t("plate-covers")}
            <select
              className="entry w-auto"
              value={sharePct}
              onChange={(event) => {
                setSharePct(Number(event.target.value));
                setAsked(null);
              }}
            >
              {[100, 80, 60, 40].map((pct) => (
                <option key={pct} value={pct}>
                  {t("of-each-side", { pct })}
                </option>
              ))}
            </select>
          </label>
        )}
        {asked && !result && !field?.faults ? (
          <>
            <progress aria-label={t("working-out-the-map")} className="h-2 w-40" value={field?.share ?? 0} />
            <button type="button" className="control" onClick={() => setAsked(null)}>
              {t("stop")}
            </button>
          </>
        ) : (
          <button type="button" className="control" onClick={start}>
            {result ? t("work-it-out-again") : t("work-out-the-map")}
          </button>
        )}
      </div>
      {field?.faults && (
        <p role="alert" className="edge-hatch mt-2 text-danger">
          {field.faults[0]!.path}: {field.faults[0]!.message}
        </p>
      )}
      {result && (
        <div className="mt-2 grid gap-4 md:grid-cols-[minmax(0,22rem)_1fr]">
          <PlanFrame
            outline={outline}
            borderMm={family.borderMm}
            title={t("glue-line-of-at-the-end-of", { code: family.code })}
          >
            {({ unit }) => (
              <>
                {result.mapC.map((c, i) => (
                  <rect
                    key={i}
                    x={(i % result.columns) * result.cellMm.widthMm}
                    y={Math.floor(i / result.columns) * result.cellMm.heightMm}
                    width={result.cellMm.widthMm + 0.05}
                    height={result.cellMm.heightMm + 0.05}
                    fill={shade((c - bottom) / (high - bottom))}
                  />
                ))}
                {[
                  { at: result.coldest, text: "coldest" },
                  { at: result.hottest, text: "hottest" },
                ].map(({ at, text }) => (
                  <g key={text}>
                    <circle
                      cx={at.xMm}
                      cy={at.yMm}
                      r={1.6 * unit}
                      fill="var(--ground)"
                      stroke="var(--ink)"
                      strokeWidth={0.6 * unit}
                    />
                    <text
                      x={at.xMm + (at.xMm > outline.widthMm / 2 ? -3 : 3) * unit}
                      y={at.yMm}
                      fontSize={4.6 * unit}
                      textAnchor={at.xMm > outline.widthMm / 2 ? "end" : "start"}
                      dominantBaseline="central"
                      fill="var(--ink)"
                      stroke="var(--raised)"
                      strokeWidth={1.2 * unit}
                      paintOrder="stroke"
                    >
                      {text}
                    </text>
                  </g>
                ))}
              </>
            )}
          </PlanFrame>
          <p role="status">
            <span className="text-2xl font-semibold">{result.inBandPct.toFixed(0)} %</span>{" "}
            {t("of-the-glue-under-the-border-is")} <Temperature c={result.coldest.temperatureC} digits={1} />
            {t("hottest")} <Temperature c={result.hottest.temperatureC} digits={1} />
            {t("nothing-in-the-stack-has-been-hotter")} <Temperature c={result.peakC} digits={1} />
            {t("lightest-is")} <Temperature c={bottom} />
            {t("darkest")} <Temperature c={high} />.{" "}
            <span className="text-soft">
              {source.kind === "spot"
                ? t("led-round-mm-inside-the-rim-at", {
                    INSIDE_MM,
                    speedMmS: source.speedMmS,
                    radiusMm: Math.round(2 * source.radiusMm),
                  })
                : t("under-the-middle-air-elsewhere", { title: methodOf(method.kind).title })}
            </span>{" "}
            <Assumptions words={[...field.assumptions, ...methodAssumed(method)]} />
          </p>
        </div>
      )}
    </details>
  );
});
