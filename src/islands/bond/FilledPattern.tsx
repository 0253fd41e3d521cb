import type { FillFront } from "../../../core/bond/fill-front.ts";
import type { NamedPattern } from "../../../core/bond/pattern.ts";
import { listed } from "../../../core/words.ts";
import { Duration, Figure } from "../../ui/quantity.tsx";
import type { PanelProps } from "../stage/panel.ts";
import { PatternPlan } from "./PatternPlan.tsx";

/** What a filling comes to, in one sentence. */
function fillWords(fill: FillFront, windows: readonly { label: string }[]): string {
  const air = fill.trapped.filter(({ window }) => window === null);
  const airMm2 = air.reduce((sum, { areaMm2 }) => sum + areaMm2, 0);
  const wet = windows.flatMap(({ label }, i) =>
    fill.windowsWet[i]! > 0.02 ? [`${label} is flooded by ${Math.round(100 * fill.windowsWet[i]!)} %`] : [],
  );
  const spill = Object.entries(fill.overflowUl).filter(([, ul]) => ul > 1);
  return [
    `${fill.wetPct.toFixed(0)} % filled`,
    air.length === 0
      ? "no air closed in"
      : `air closed in at ${air.length} ${air.length === 1 ? "place" : "places"}, ${airMm2.toFixed(0)} mm²`,
    ...(windows.length === 0 ? [] : wet.length > 0 ? [listed(wet)] : ["windows dry"]),
    spill.length === 0
      ? "nothing runs out"
      : `runs out: ${listed(spill.map(([edge, ul]) => `${edge} ${(ul / 1_000).toFixed(2)} ml`))}`,
  ].join("; ");
}

/** Less than this of the panel filled is no bond. Assumed. */
const LEAST_FILLED_PCT = 95;

const isBad = (fill: FillFront) =>
  fill.wetPct < LEAST_FILLED_PCT ||
  fill.trapped.some(({ window }) => window === null) ||
  fill.windowsWet.some((share) => share > 0.02);

/** One filling beside its pattern: what it comes to, and its pictures over time. */
export function FilledPattern({
  family,
  pattern,
  fill,
  share,
  startGapUm,
}: {
  family: PanelProps["family"];
  pattern: NamedPattern;
  fill: FillFront;
  share: number;
  startGapUm: number;
}) {
  const frame = fill.frames[Math.round(share * (fill.frames.length - 1))]!;
  return (
    <figure className="min-w-0">
      <figcaption>
        <p className="font-semibold">{pattern.name}</p>
        <p role="status" data-testid="fill" className={isBad(fill) ? "text-danger" : "text-done"}>
          {isBad(fill) ? "Not good: " : "Good: "}
          {fillWords(fill, family.windows)}.
        </p>
      </figcaption>
      <PatternPlan
        family={family}
        pieces={pattern.pieces}
        startGapUm={startGapUm}
        fill={fill}
        frame={frame}
        title={`${pattern.name} on ${family.code} after ${Math.round(frame.timeS)} s: ${frame.wetPct.toFixed(0)} % wet`}
      />
      <p className="text-soft">
        After <Duration s={frame.timeS} />, gap <Figure value={frame.gapUm} unit="µm" />,{" "}
        {frame.wetPct.toFixed(0)} % wet
      </p>
    </figure>
  );
}
