import { useMemo, useState } from "react";
import { START_GAPS, type FillFront, type FillFrontInput } from "../../../../core/bond/fill-front.ts";
import { scaledTo, type NamedPattern, type PatternPiece } from "../../../../core/bond/pattern.ts";
import { shippedPatterns } from "../../../../core/bond/shipped-patterns.ts";
import { DialSlider } from "../../../ui/DialSlider.tsx";
import { useCalculations } from "../../../workers/useCalculations.ts";
import { PatternPlan, type Tool } from "../../bond/PatternPlan.tsx";
import { useFamilyPatterns } from "../../bond/useFamilyPatterns.ts";
import type { InstrumentProps } from "../instrument.ts";
import { t } from "../../../../words/work.ts";
import { Assumptions } from "../../../ui/Assumptions.tsx";
import { term } from "../../../../words/speaker.ts";

const tools = {
  get move() {
    return t("move");
  },
  get dot() {
    return t("dot");
  },
  get bead() {
    return t("bead");
  },
} as const satisfies Record<Tool, string>;

/** The pattern and where it goes, in one drawing: laid by hand or taken, and followed as the glass comes down. */
export function PatternInstrument(props: InstrumentProps) {
  const { scene, kind, data } = props;
  const { state } = scene;
  const { dose } = state.bond;
  const isChoosing = kind === "pattern-chosen";
  const from = isChoosing ? data : state.bond.pattern;
  const input = (from as { calculated?: { input?: unknown } } | null)?.calculated?.input as
    FillFrontInput | undefined;
  if (!dose || !input?.pattern) return <p className="text-soft">{t("the-fill-is-being-worked-out")}</p>;
  return <Filled {...props} {...{ input, isChoosing }} gapUm={dose.gapUm} volumeMl={dose.volumeMl} />;
}

function Filled({
  scene,
  data,
  choices,
  change,
  isWorkingOut,
  input,
  isChoosing,
  gapUm,
  volumeMl,
}: InstrumentProps & { input: FillFrontInput; isChoosing: boolean; gapUm: number; volumeMl: number }) {
  const { family } = scene;
  const volumeUl = volumeMl * 1_000;
  const shipped = useMemo(() => shippedPatterns(family.outline, volumeUl), [family.outline, volumeUl]);
  const kept = useFamilyPatterns(family.code);
  const [tool, setTool] = useState<Tool>("move");
  const [chosen, setChosen] = useState<number | null>(null);
  const [share, setShare] = useState(1);
  const inputs = useMemo(() => [input], [input]);
  const [running] = useCalculations<FillFront>("fill-front", inputs);
  const fill = running?.result ?? null;
  const frame = fill?.frames[Math.round(share * (fill.frames.length - 1))] ?? null;
  const name = choices.pattern?.name ?? (data as { name?: string }).name ?? "";
  const pieces: readonly PatternPiece[] = choices.pattern
    ? scaledTo(choices.pattern.pieces, volumeUl)
    : (input.pattern as PatternPiece[]);
  const take = (next: NamedPattern) => {
    change({ ...choices, pattern: { name: next.name, pieces: scaledTo(next.pieces, volumeUl) } });
    setChosen(null);
  };
  return (
    <div className="grid h-full min-h-0 w-full grid-rows-[auto_minmax(0,1fr)_auto] gap-2 side:grid-cols-[minmax(0,1fr)_15rem] side:grid-rows-[auto_minmax(0,1fr)]">
      {isChoosing && (
        <div className="flex gap-1.5 overflow-x-auto side:col-start-2 side:row-start-1 lg:flex-wrap">
          {[...shipped, ...kept.patterns].map((choice) => (
            <button
              key={choice.name}
              type="button"
              aria-pressed={choice.name === name}
              className="control shrink-0 border-soft px-3 font-normal aria-pressed:bg-ink aria-pressed:text-on-ink"
              onClick={() => take(choice)}
            >
              {term(choice.name)}
            </button>
          ))}
          <span role="group" aria-label={t("tool")} className="flex shrink-0 gap-1.5">
            {(Object.keys(tools) as Tool[]).map((key) => (
              <button
                key={key}
                type="button"
                aria-pressed={tool === key}
                className="control border-liquid px-3 font-normal aria-pressed:bg-liquid aria-pressed:text-on-ink"
                onClick={() => setTool(key)}
              >
                {tools[key]}
              </button>
            ))}
          </span>
        </div>
      )}
      <div className="row-start-2 min-h-0 side:col-start-1 side:row-span-2 side:row-start-1">
        <PatternPlan
          family={family}
          pieces={pieces}
          startGapUm={START_GAPS * gapUm}
          fill={share === 1 && !isWorkingOut ? fill : null}
          frame={isWorkingOut ? null : frame}
          {...(isChoosing ? { tool } : {})}
          chosen={chosen}
          onChoose={setChosen}
          onChange={(next) => take({ name: t("own-pattern"), pieces: next })}
          fills
          title={t("pattern-on-viewers-side", { name, code: family.code })}
        />
      </div>
      {fill && !isWorkingOut ? (
        // On a phone held sideways only the slider has room: its words are the drawing's.
        <div className="flex items-end gap-3 *:first:grow side:flex-col side:items-stretch side:justify-end low:[&>*:last-child]:hidden low:[&>div>div:first-child]:sr-only">
          <DialSlider
            label={t("as-the-glass-comes-down")}
            value={share}
            min={0}
            max={1}
            step={1 / 11}
            shown={`${Math.round(100 * share)} %`}
            text={t("percent-of-the-way-down", { share: Math.round(100 * share) })}
            onChange={setShare}
          />
          <Assumptions words={running?.assumptions ?? []} />
        </div>
      ) : (
        <div className="flex h-19 items-center side:col-start-2" role="status">
          <progress value={running?.share ?? 0} max={1} className="h-3 w-full" aria-label={t("filling")} />
        </div>
      )}
    </div>
  );
}
