import { Minus, Plus } from "lucide-react";
import { lazy, Suspense, useState } from "react";
import { borderCheckInput, calculateBorderCheck } from "../../../../core/bond/border-check.ts";
import { edges, type Edge } from "../../../../core/stack/panel-geometry.ts";
import { capitalised } from "../../../../core/words.ts";
import { PlanFrame } from "../../../drawing/PlanFrame.tsx";
import { usePreferences } from "../../../ui/preferences.ts";
import { kept, lengthText, shown } from "../../../ui/quantity.tsx";
import { asTyped, typedNumber } from "../../../ui/typed-number.ts";
import { useDraft } from "../../../ui/useDraft.ts";
import type { BorderWidths } from "../../../../core/prove/photo-border.ts";
import { BorderPhoto } from "../../prove/BorderPhoto.tsx";
import type { InstrumentProps } from "../instrument.ts";
import { t } from "../../../../words/work.ts";
import { Assumptions } from "../../../ui/Assumptions.tsx";
import { assumptionsOf } from "../../../../core/assumed.ts";
import { term } from "../../../../words/speaker.ts";

/** Only who reads by camera needs what looks. */
const LiveBorderCamera = lazy(async () => ({
  default: (await import("../../prove/LiveBorderCamera.tsx")).LiveBorderCamera,
}));

const MOST_MM = 200;
const STEP_MM = 0.1;

interface Draft {
  typed: Record<Edge, string>;
  /** Both ends of each edge by a photo or the camera, as long as nobody has changed what it gave. */
  read: { ends: BorderWidths; from: "photo" | "camera" | "simulated" } | null;
}
const unread: Draft = { typed: { top: "", right: "", bottom: "", left: "" }, read: null };

const place: Record<Edge, string> = {
  top: "left-1/2 top-0 -translate-x-1/2",
  bottom: "left-1/2 bottom-0 -translate-x-1/2",
  left: "left-0 top-1/2 -translate-y-1/2",
  right: "right-0 top-1/2 -translate-y-1/2",
};

/** The border as four widths round the panel, each nudged by a tenth; which way to push the glass follows at once. */
export function BorderInstrument({ code, scene, mayTell, tell }: InstrumentProps) {
  const { family } = scene;
  const preferences = usePreferences();
  const [{ typed, read }, setDraft] = useDraft<Draft>(`${code} aligned`, unread);
  const setTyped = (next: Draft["typed"]) => setDraft({ typed: next, read: null });
  const [fault, setFault] = useState<string>();
  const [isLive, setLive] = useState(false);
  const { unit } = shown("length", 1, preferences);
  const mmOf = (edge: Edge): number | null => {
    const number = typedNumber(typed[edge]);
    const mm = number === undefined ? NaN : kept("length", number, preferences);
    return Number.isFinite(mm) && mm >= 0 && mm <= MOST_MM ? mm : null;
  };
  const widths = Object.fromEntries(edges.map((edge) => [edge, mmOf(edge)])) as Record<Edge, number | null>;
  const { top, right, bottom, left } = widths;
  const { widthMm, heightMm } = family.outline;
  const input =
    top !== null && right !== null && bottom !== null && left !== null
      ? { panel: { widthMm, heightMm }, widthsMm: read?.ends ?? { top, right, bottom, left } }
      : null;
  const found = input && calculateBorderCheck(input);
  const textOf = (mm: number) =>
    String(Number(shown("length", mm, preferences).value.toFixed(preferences.length === "inch" ? 3 : 2)));
  const nudge = (edge: Edge, mm: number) => {
    const next = Math.min(MOST_MM, Math.max(0, (widths[edge] ?? family.borderMm) + mm));
    setTyped({ ...typed, [edge]: textOf(next) });
  };
  const onRead = (ends: BorderWidths, from: "photo" | "camera" | "simulated") => {
    const middles = edges.map((edge) => [edge, textOf((ends[edge][0] + ends[edge][1]) / 2)]);
    setFault(undefined);
    setDraft({ typed: Object.fromEntries(middles) as Draft["typed"], read: { ends, from } });
  };
  const save = () => {
    const wrong = edges.find((edge) => widths[edge] === null);
    if (wrong) {
      return setFault(
        t("must-be-a-number-from-0-to-2", {
          capitalised: capitalised(term(wrong)),
          typed: asTyped(typed[wrong]),
          MOST_MM: lengthText(MOST_MM, preferences),
        }),
      );
    }
    setFault(undefined);
    if (
      tell("aligned", {
        topMm: top,
        rightMm: right,
        bottomMm: bottom,
        leftMm: left,
        ...(read ?? { from: "hand" as const }),
      })
    ) {
      setDraft(unread);
      setLive(false);
    }
    return undefined;
  };
  return (
    <div className="grid h-full min-h-0 w-full grid-rows-[minmax(0,1fr)_auto] gap-2">
      {isLive ? (
        <Suspense fallback={<span />}>
          <LiveBorderCamera
            simulated={{ of: "border", code, outline: family.outline, borderMm: family.borderMm }}
            check={(widthsMm) => calculateBorderCheck({ panel: { widthMm, heightMm }, widthsMm })}
            onRead={(ends, from) => (ends ? onRead(ends, from) : setDraft(unread))}
          >
            <dl
              className="grid grid-cols-4 gap-x-3 text-center lg:grid-cols-[auto_1fr] lg:text-left"
              aria-label={t("border-as-it-is-now")}
            >
              {edges.map((edge) => (
                <div key={edge} className="lg:contents">
                  <dt className="self-center text-soft">
                    {capitalised(term(edge))}, {unit}
                  </dt>
                  <dd className="text-xl font-semibold tabular-nums low:text-base lg:text-3xl">
                    {asTyped(typed[edge])}
                  </dd>
                </div>
              ))}
            </dl>
          </LiveBorderCamera>
        </Suspense>
      ) : (
        // On a phone held sideways the four stand in a row: round the panel they would lie over one another.
        <div className="relative min-h-0 low:grid low:grid-cols-4 low:content-center">
          <div className="absolute inset-x-24 inset-y-14 lg:inset-x-44 low:hidden">
            <PlanFrame
              outline={family.outline}
              borderMm={family.borderMm}
              windows={family.windows}
              labels={false}
              fills
              title={t("border-of-viewers-side", { code: family.code })}
            />
          </div>
          {edges.map((edge) => (
            <div
              key={edge}
              className={`absolute flex flex-col items-center low:static low:translate-0 ${place[edge]}`}
            >
              <span className="text-sm text-soft">
                {capitalised(term(edge))}, {unit}
              </span>
              <div className="flex max-lg:flex-col-reverse low:flex-row">
                <button
                  type="button"
                  className="control px-2"
                  aria-label={t("less", { capitalised: capitalised(term(edge)) })}
                  onClick={() => nudge(edge, -STEP_MM)}
                >
                  <Minus aria-hidden size={18} />
                </button>
                <input
                  className={`min-h-12 w-20 low:w-16 border-2 bg-raised text-center text-2xl font-semibold ${typed[edge] !== "" && widths[edge] === null ? "border-danger" : "border-ink"}`}
                  aria-label={capitalised(term(edge))}
                  inputMode="decimal"
                  value={typed[edge]}
                  onChange={({ target }) => setTyped({ ...typed, [edge]: target.value })}
                />
                <button
                  type="button"
                  className="control px-2"
                  aria-label={t("more-2", { capitalised: capitalised(term(edge)) })}
                  onClick={() => nudge(edge, STEP_MM)}
                >
                  <Plus aria-hidden size={18} />
                </button>
              </div>
            </div>
          ))}
        </div>
      )}
      <div className="flex flex-wrap items-center gap-3">
        <p
          className={`flex-1 text-lg max-lg:basis-full low:basis-auto font-semibold ${found ? (found.pass ? "text-done" : "edge-hatch text-danger") : "text-soft"}`}
          data-testid="align"
        >
          {fault ??
            (found
              ? `${found.pass ? t("even-enough") : t("not-even")} ${found.nudge}`
              : t("read-all-four-widths"))}
        </p>
        {/* A border that goes round corners of its own has no four edges to be found. */}
        {!family.outline.pathMm && (
          <>
            <button
              type="button"
              className="control px-3"
              aria-pressed={isLive}
              onClick={() => setLive(!isLive)}
            >
              {isLive ? t("stop-the-camera") : t("border-by-camera")}
            </button>
            {!isLive && <BorderPhoto code={code} family={family} disabled={!mayTell} onRead={onRead} />}
          </>
        )}
        {input && <Assumptions words={assumptionsOf(borderCheckInput, input)} />}
        <button type="button" className="control-strong" disabled={!mayTell} onClick={save}>
          {t("save-border")}
        </button>
      </div>
    </div>
  );
}
