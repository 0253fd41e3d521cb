import type { ReactNode } from "react";
import { stageNames, stageTitles, type StageName } from "../../../core/stage.ts";
import type { JobRecord } from "../../../core/yield/job-record.ts";
import type { Yield } from "../../../core/yield/yield.ts";
import { t } from "../../../words/yield.ts";
import { term } from "../../../words/speaker.ts";
import { dayText } from "../../ui/time-text.ts";
import { codesUnder, lotOf, predictedText, settingText, valueText } from "./findings.ts";

const isStage = (name: string): name is StageName => (stageNames as readonly string[]).includes(name);
const stageText = (name: string | null): string =>
  name === null ? t("after-it-left") : isStage(name) ? stageTitles[name] : name;
const round = (value: number, digits = 0) => value.toFixed(digits);
/** Words of which each may be a term of the trade. */
const named = (key: string) => key.split(" · ").map(term).join(" · ");

/** A row that opens the jobs behind it. */
const row =
  "grid min-h-12 w-full items-center gap-x-3 border-t border-line px-1 text-left hover:bg-raised tabular-nums";

/** Success of each group as a bar, with the range in which it lies as far as so few tell. */
export function SuccessGroups({
  groups,
  onOpen,
}: {
  groups: Yield["groups"];
  onOpen: (key: string) => void;
}) {
  return (
    <ul aria-label={t("success")}>
      {groups.map(({ key, tries, wins, ratePct, wilson95: [low, high] }) => (
        <li key={key}>
          <button
            type="button"
            className={`${row} grid-cols-[9rem_minmax(0,1fr)_5rem] max-sm:grid-cols-[7rem_minmax(0,1fr)_4rem]`}
            onClick={() => onOpen(key)}
          >
            <span className="font-semibold">{named(key)}</span>
            <span aria-hidden className="relative h-6 border border-line bg-raised">
              <span className="absolute inset-y-0 left-0 bg-line" style={{ width: `${ratePct}%` }} />
              <span
                className="absolute inset-y-1.5 border-x-3 border-ink bg-ink/25"
                style={{ left: `${100 * low}%`, width: `${100 * (high - low)}%` }}
              />
            </span>
            <span>
              {t("of", { wins, tries })}
              <span className="sr-only">
                {t("range", { low: round(100 * low), high: round(100 * high) })}
              </span>
            </span>
          </button>
        </li>
      ))}
    </ul>
  );
}

/** Where devices are lost and why, what is most frequent first. */
export function Losses({
  losses,
  onOpen,
}: {
  losses: Yield["losses"];
  onOpen: (loss: Yield["losses"][number], name: string) => void;
}) {
  if (losses.length === 0) return <p>{t("nothing-was-lost")}</p>;
  return (
    <ul aria-label={t("where-lost")}>
      {losses.map((loss) => {
        const name = t("lost-at", { stage: stageText(loss.stage), cause: loss.cause ?? t("no-cause") });
        return (
          <li key={name}>
            <button
              type="button"
              className={`${row} grid-cols-[minmax(0,1fr)_30%_3rem]`}
              onClick={() => onOpen(loss, name)}
            >
              <span>{name}</span>
              <span aria-hidden className="h-5 border border-line bg-raised">
                <span className="block h-full bg-danger" style={{ width: `${loss.sharePct}%` }} />
              </span>
              <span className="text-right">{loss.jobs}</span>
            </button>
          </li>
        );
      })}
    </ul>
  );
}

export function Table({ head, children }: { head: readonly string[]; children: ReactNode }) {
  return (
    <div className="overflow-x-auto">
      <table className="w-full tabular-nums">
        <thead>
          <tr>
            {head.map((text) => (
              <th key={text} className="py-1 pr-3 text-left font-normal text-soft">
                {text}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>{children}</tbody>
      </table>
    </div>
  );
}

export const cell = "border-t border-line py-1.5 pr-3";
export const opener = "inline-flex min-h-12 items-center text-left underline";

/** Each stage: how often it went right at the first try, and its minutes. */
export function StagesTable({ firstPass, minutes }: Pick<Yield, "firstPass" | "minutes">) {
  const ordered = [...firstPass.stages].sort(
    (a, b) => stageNames.indexOf(a.name as StageName) - stageNames.indexOf(b.name as StageName),
  );
  return (
    <>
      <Table head={[t("stage"), t("right-at-first"), t("median-min"), t("half-lie-within")]}>
        {ordered.map(({ name, wins, tries }) => {
          const own = minutes.find((of) => of.name === name);
          return (
            <tr key={name}>
              <td className={cell}>{stageText(name)}</td>
              <td className={`${cell} ${wins < tries ? "font-semibold" : ""}`}>{t("of", { wins, tries })}</td>
              <td className={cell}>{own ? round(own.median) : ""}</td>
              <td className={cell}>{own ? t("from-to", { from: round(own.q1), to: round(own.q3) }) : ""}</td>
            </tr>
          );
        })}
      </Table>
      {firstPass.rolledPct !== null && (
        <p className="text-soft">{t("rolled", { share: round(firstPass.rolledPct) })}</p>
      )}
    </>
  );
}

/** What each setting did to success; what may be chance says so. */
export function Settings({
  effects,
  jobs,
  onOpen,
}: {
  effects: Yield["effects"];
  jobs: readonly JobRecord[];
  onOpen: (name: string, codes: string[], lot?: string) => void;
}) {
  if (effects.length === 0) return <p>{t("no-setting")}</p>;
  return (
    <>
      <Table head={[t("setting"), t("with-it"), t("otherwise"), t("chance-alone"), t("verdict")]}>
        {effects.map((effect) => {
          const { setting, from, to, counts, adjusted, verdict } = effect;
          const name = `${settingText(setting)}: ${valueText(to)}`;
          return (
            <tr key={name} className={verdict === "matters" ? "font-semibold" : ""}>
              <td className={cell}>
                <button
                  type="button"
                  className={opener}
                  onClick={() => onOpen(name, codesUnder(jobs, effect), lotOf(effect))}
                >
                  {name}
                </button>
              </td>
              <td className={cell}>{t("of", { wins: counts.toWins, tries: counts.toTries })}</td>
              <td className={cell}>
                {t("of", { wins: counts.fromWins, tries: counts.fromTries })} ({valueText(from)})
              </td>
              <td className={cell}>{verdict === "too few to say" ? "" : round(adjusted, 3)}</td>
              <td className={cell}>{t("verdict-name", { verdict: verdict.replaceAll(" ", "_") })}</td>
            </tr>
          );
        })}
      </Table>
      <p className="text-soft">{t("what-an-effect-is")}</p>
    </>
  );
}

/** What was worked out beside what was measured, and since when it is otherwise. */
export function Predictions({
  predicted,
  jobs,
  onOpen,
}: {
  predicted: Yield["predicted"];
  jobs: readonly JobRecord[];
  onOpen: (name: string, codes: string[]) => void;
}) {
  if (predicted.length === 0) return <p>{t("nothing-was-measured")}</p>;
  return (
    <Table head={[t("what"), t("jobs-measured"), t("measured-above"), t("since")]}>
      {predicted.map(({ what, n, biasPct, drift }) => (
        <tr key={what}>
          <td className={cell}>
            <button
              type="button"
              className={`${opener} first-letter:uppercase`}
              onClick={() =>
                onOpen(
                  predictedText(what),
                  jobs
                    .filter(({ predictions = [] }) => predictions.some((one) => one.what === what))
                    .map(({ code = "" }) => code),
                )
              }
            >
              {predictedText(what)}
            </button>
          </td>
          <td className={cell}>{n}</td>
          <td className={cell}>{biasPct === null ? "" : `${round(biasPct)} %`}</td>
          <td className={`${cell} font-semibold`}>
            {drift
              ? t("drifted", {
                  day: dayText(Date.parse(drift.from)),
                  before: round(drift.beforePct),
                  after: round(drift.afterPct),
                })
              : ""}
          </td>
        </tr>
      ))}
    </Table>
  );
}
