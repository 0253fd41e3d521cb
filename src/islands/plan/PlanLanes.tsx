import { t } from "../../../words/plan.ts";
import { term } from "../../../words/speaker.ts";
import { minuteText } from "../../ui/time-text.ts";
import type { Lane } from "./lanes.ts";

const HOUR_MS = 3_600_000;
/** A narrower block has no room for its job's number, % of the day. */
const LEAST_TEXT = 4.5;

/** The lanes of a day, hours from left to right: hands are solid, what runs by itself has a dashed edge; a chosen job stands out. */
export function PlanLanes({
  lanes,
  day,
  clock,
  nowMs,
  shownCode,
}: {
  lanes: readonly Lane[];
  day: { fromMs: number; toMs: number };
  clock: (minute: number) => number;
  nowMs: number;
  shownCode: string | null;
}) {
  const share = (atMs: number) =>
    (100 * (Math.min(day.toMs, Math.max(day.fromMs, atMs)) - day.fromMs)) / (day.toMs - day.fromMs);
  const hours = Array.from(
    { length: Math.floor((day.toMs - day.fromMs) / HOUR_MS) + 1 },
    (_, k) => day.fromMs + k * HOUR_MS,
  );
  const isNow = nowMs > day.fromMs && nowMs < day.toMs;
  return (
    <div
      role="img"
      aria-label={t("the-day")}
      className="grid h-80 min-h-0 grid-cols-[auto_minmax(0,1fr)] lg:h-auto border-2 border-soft bg-raised"
    >
      <div className="grid min-h-0 auto-rows-fr pt-6">
        {lanes.map(({ key, station, place, person }) => (
          <div key={key} className="flex min-h-0 items-center border-t border-line px-2 leading-tight">
            {person ??
              (place === null ? term(station ?? "") : t("place", { station: term(station ?? ""), place }))}
          </div>
        ))}
      </div>
      <div className="relative min-h-0 overflow-hidden pt-6">
        {hours.map((at) => (
          <div key={at} className="absolute inset-y-0 border-l border-line" style={{ left: `${share(at)}%` }}>
            <span className="pl-1 text-sm text-soft tabular-nums max-sm:hidden">{minuteText(at)}</span>
          </div>
        ))}
        <div className="relative grid h-full auto-rows-fr">
          {lanes.map(({ key, steps, rows }) => (
            <div key={key} className="relative min-h-0 border-t border-line">
              {steps
                .filter(({ step }) => clock(step.endMin) > day.fromMs && clock(step.startMin) < day.toMs)
                .map(({ step: { code, index, startMin, endMin, technician }, row }) => {
                  const [left, right] = [share(clock(startMin)), share(clock(endMin))];
                  return (
                    <div
                      key={`${code} ${index}`}
                      data-code={code}
                      className={`absolute overflow-hidden rounded-sm border text-sm leading-none whitespace-nowrap ${
                        shownCode === code
                          ? "z-10 border-ink bg-ink text-on-ink"
                          : technician === null
                            ? "border-dashed border-ink bg-ground"
                            : "border-ink bg-ground"
                      }`}
                      style={{
                        left: `${left}%`,
                        width: `${Math.max(0.3, right - left)}%`,
                        top: `calc(${(100 * row) / rows}% + 2px)`,
                        height: `calc(${100 / rows}% - 4px)`,
                      }}
                    >
                      {right - left > LEAST_TEXT && (
                        <span className="inline-block p-1 tabular-nums max-sm:hidden">
                          {code.replace(/^[A-Z]+-/, "")}
                        </span>
                      )}
                    </div>
                  );
                })}
            </div>
          ))}
        </div>
        {isNow && (
          <div
            className="absolute inset-y-0 z-20 border-l-4 border-heat"
            style={{ left: `${share(nowMs)}%` }}
          />
        )}
      </div>
    </div>
  );
}
