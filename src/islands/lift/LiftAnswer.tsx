import type { HeatMethodInfo } from "../../../core/heat/heat-methods.ts";
import type { LiftHeat } from "../../../core/heat/lift-heat.ts";
import type { Thaw } from "../../../core/heat/thaw.ts";
import { secondsLeft, type Timer } from "../../../core/job/fold.ts";
import type { EdgePlan } from "../../../core/lift/edge-plan.ts";
import { HANDLING_S } from "../../../core/lift/handling.ts";
import { Duration, durationText, Length, Temperature } from "../../ui/quantity.tsx";
import { Setting } from "./Setting.tsx";

/** The answer to the lift's question at this moment, in the largest type, and what it rests on in one line. */
export function LiftAnswer({
  info,
  running,
  heat,
  setting,
  layer,
  bandC,
  plan,
  left,
  soakTimer,
  windowTimer,
  nowMs,
}: {
  info: HeatMethodInfo;
  /** The way that the job is on; `info` may be one that is only looked at. */
  running: HeatMethodInfo;
  heat: LiftHeat;
  setting: number;
  /** The glue that is opened. */
  layer: string;
  bandC: number;
  plan: EdgePlan | null;
  /** Stretches that are not cut yet. */
  left: number;
  soakTimer: Timer | undefined;
  windowTimer: Timer | undefined;
  nowMs: number;
}) {
  const { soakS } = heat.settings;
  const isReady = heat.readyAtS !== null && heat.readyAtS <= soakS;
  const stretches = `${left} ${left === 1 ? "stretch" : "stretches"} left`;
  const answer = windowTimer ? (
    running.staysOn ? (
      <>Draw the wire: {stretches}</>
    ) : secondsLeft(windowTimer, nowMs) > 0 ? (
      <>
        <Duration s={secondsLeft(windowTimer, nowMs)} /> to cut, {stretches}
      </>
    ) : (
      <>The window is over: {running.back.toLowerCase()}</>
    )
  ) : soakTimer ? (
    secondsLeft(soakTimer, nowMs) > 0 ? (
      <>
        Ready in <Duration s={secondsLeft(soakTimer, nowMs)} />
      </>
    ) : (
      <>Ready: {running.off.toLowerCase()} and cut</>
    )
  ) : !isReady ? (
    <>
      Not ready after {durationText(soakS)}: {info.isCold ? "colder" : "hotter"} or longer
    </>
  ) : info.staysOn ? (
    <>
      <Duration s={soakS} /> at <Setting info={info} value={setting} />, then draw the wire on it
    </>
  ) : (
    <>
      <Duration s={soakS} /> at <Setting info={info} value={setting} />, then{" "}
      {heat.windowCutShort ? "at least " : ""}
      <Duration s={heat.windowS ?? 0} /> to cut
    </>
  );
  return (
    <>
      <p className="answer" data-testid="answer">
        {answer}
      </p>
      <p className="mt-1 text-lg">
        {isReady ? (
          <>
            The {layer} is ready after <Duration s={heat.readyAtS!} />.{" "}
          </>
        ) : (
          <>
            The whole {layer} must reach <Temperature c={bandC} />.{" "}
          </>
        )}
        {!plan
          ? `Nothing can be cut: ${HANDLING_S} s go by on the way to the bench.`
          : plan.wire
            ? `From the ${plan.startCorner} corner; the wire passes over ${Math.round(plan.wire.sweptPct)} % in ${plan.segments.filter(({ tool }) => tool === "wire").length} moves, cards do the rest.`
            : `${plan.segments.length} stretches in ${plan.passes} ${plan.passes === 1 ? "window" : "windows"}, ${plan.picks} picks, from the ${plan.startCorner} corner.`}
        {plan?.wire && (
          <>
            {" "}
            Its front is at most <Length mm={plan.wire.longestFrontMm} /> long: take{" "}
            <Length mm={plan.wire.lengthMm} /> of wire.
          </>
        )}
      </p>
    </>
  );
}

/** What speaks against it, or has to be known before: thaw, limits that break, warnings of the plan. */
export function LiftWarnings({
  heat,
  plan,
  thawing,
}: {
  heat: LiftHeat;
  plan: EdgePlan | null;
  thawing: Thaw | null;
}) {
  return (
    <>
      {thawing && (
        <p className="mt-1 text-lg" data-testid="thaw">
          {thawing.dryAfterS === null ? (
            <>The room is too damp: it never dries. Warm it, or dry the air.</>
          ) : (
            <>
              Then <Duration s={thawing.dryAfterS} /> to thaw: its coldest face has passed the dew point of{" "}
              <Temperature c={thawing.dewPointC} /> by a degree.
            </>
          )}{" "}
          {thawing.frost && "Frost settles on it: no power before it has gone."}
        </p>
      )}
      {heat.broken.map((limit) => (
        <p key={limit.layer} role="alert" className="edge-hatch mt-2 text-danger">
          Too hot for the {limit.layer}: it passes <Temperature c={limit.maxC} /> after{" "}
          <Duration s={limit.atS} /> and reaches <Temperature c={limit.peakC} digits={1} />.
        </p>
      ))}
      {plan?.warnings.map((warning) => (
        <p key={warning} className="edge-hatch mt-2 text-film">
          {warning}
        </p>
      ))}
    </>
  );
}
