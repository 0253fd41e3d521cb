import { useMemo } from "react";
import { withBench, type BenchFits } from "../../../core/heat/bench-fit.ts";
import { heatMethods, methodOf, settingOf, type HeatMethodKind } from "../../../core/heat/heat-methods.ts";
import { methodAssumed, type HeatMethod } from "../../../core/heat/heat-method-input.ts";
import { usualSettings, wayInput } from "../../../core/heat/lift-heat.ts";
import type { SoakPlan } from "../../../core/heat/soak-plan.ts";
import { HANDLING_S } from "../../../core/lift/handling.ts";
import type { Family, Seam } from "../../../core/stack/family.ts";
import { Duration } from "../../ui/quantity.tsx";
import { useCalculations } from "../../workers/useCalculations.ts";
import { MethodsChart } from "./MethodsChart.tsx";
import { Setting } from "./Setting.tsx";
import { Assumptions } from "../../ui/Assumptions.tsx";
import { t } from "../../../words/lift.ts";

/** What every method makes of this seam at its usual setting: how long, how many returns, how near to a limit, or why not. */
export function MethodsCompared({
  family,
  seam,
  fits,
  edgeMm,
  speedMmS,
  picked,
  onPick,
}: {
  family: Family;
  seam: Seam;
  fits: BenchFits;
  edgeMm: number;
  speedMmS: number;
  picked: HeatMethodKind;
  onPick: (kind: HeatMethodKind) => void;
}) {
  const inputs = useMemo(
    () =>
      heatMethods.map(({ kind }) =>
        wayInput(family, seam, withBench(usualSettings(seam, kind), fits), {
          edgeMm: Math.max(1, edgeMm),
          speedMmS,
          handlingS: HANDLING_S,
        }),
      ),
    [family, seam, fits, edgeMm, speedMmS],
  );
  const plans = useCalculations<SoakPlan>("soak-plan", inputs);
  const ways = plans.flatMap(({ result }, i) =>
    result?.feasible ? [{ number: i + 1, plan: result, isPicked: heatMethods[i]!.kind === picked }] : [],
  );
  const longestS = Math.max(1, ...plans.map(({ result }) => result?.totalS ?? 0));
  return (
    <>
      {ways.length > 0 && (
        <MethodsChart
          ways={ways}
          handlingS={HANDLING_S}
          speedMmS={speedMmS}
          band={{ minC: seam.minC, maxC: seam.maxC }}
        />
      )}
      <ul
        className="border-t border-line"
        aria-label={t("heating-methods-side-by-side")}
        aria-busy={plans.some((p) => !p.result)}
      >
        {inputs.map(({ method }, i) => {
          const info = methodOf(method.kind);
          const { result } = plans[i]!;
          const setting = settingOf(method as HeatMethod);
          return (
            <li
              key={method.kind}
              className={`grid items-center gap-x-4 gap-y-1 border-b border-line py-1.5 sm:grid-cols-[11rem_minmax(0,1fr)_auto] ${method.kind === picked ? "font-semibold" : ""}`}
            >
              <span>
                {i + 1} {info.title}{" "}
                <span className="font-normal text-soft">
                  <Setting info={info} value={setting} />
                </span>
              </span>
              {!result ? (
                <span className="text-soft">{t("working-it-out")}</span>
              ) : result.feasible ? (
                <span>
                  <Bar plan={result} longestS={longestS} />
                  <Duration s={result.totalS!} /> {t("in-all")}
                  <span className="font-normal text-soft">
                    : <Duration s={result.soakS!} />{" "}
                    {t("to-begin-with", {
                      value:
                        result.passes.length === 1
                          ? t("one-window")
                          : `${t("windows", { passes: result.passes.length })} `,
                    })}
                    {result.passes.length > 1 && (
                      <>
                        <Duration s={result.passes[1]!.soakS} /> {t("each-time-between")}
                      </>
                    )}
                    {result.marginK !== null && !info.isCold && (
                      <>{t("k-below-the-nearest-limit", { marginK: result.marginK.toFixed(0) })}</>
                    )}
                  </span>
                </span>
              ) : (
                <span className="edge-hatch font-normal text-film">{result.reason}</span>
              )}
              <span className="flex items-center gap-3">
                {result?.feasible && <Assumptions words={methodAssumed(method as HeatMethod)} />}
                <button
                  type="button"
                  className="control border-soft font-normal"
                  disabled={method.kind === picked}
                  onClick={() => onPick(method.kind)}
                >
                  {method.kind === picked ? t("shown") : t("show")}
                </button>
              </span>
            </li>
          );
        })}
      </ul>
      <p className="mt-1 text-sm text-soft">{t("at-usual-settings-dark-on-the-heat")}</p>
    </>
  );
}

/** A plan as it passes: soaks dark, windows light, true to time. */
function Bar({ plan, longestS }: { plan: SoakPlan; longestS: number }) {
  const width = 400;
  const scale = width / longestS;
  const cutS = plan.totalS! - plan.passes.reduce((sum, pass) => sum + pass.soakS, 0);
  const cutMm = plan.passes.reduce((sum, pass) => sum + pass.cutMm, 0);
  let at = 0;
  return (
    <svg viewBox={`0 0 ${width} 12`} preserveAspectRatio="none" className="h-3 w-full" aria-hidden="true">
      {plan.passes.flatMap((pass, i) => {
        const [soak, cut] = [pass.soakS * scale, ((cutS * pass.cutMm) / cutMm) * scale];
        const x = at;
        at += soak + cut;
        return [
          <rect key={`soak ${i}`} x={x} y={1} width={soak} height={10} fill="var(--heat)" />,
          <rect
            key={`cut ${i}`}
            x={x + soak}
            y={1}
            width={cut}
            height={10}
            fill="var(--heat)"
            fillOpacity={0.25}
          />,
        ];
      })}
    </svg>
  );
}
