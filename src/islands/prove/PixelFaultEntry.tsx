import { useState, type PointerEvent } from "react";
import { calculatePixelFaults } from "../../../core/prove/pixel-faults.ts";
import {
  pixelFaultKinds,
  pixelFaultsInput,
  type PixelFaultKind,
} from "../../../core/prove/pixel-faults-input.ts";
import { describeFaults } from "../../../core/faults.ts";
import { Field } from "../../ui/Field.tsx";
import { typedNumber } from "../../ui/typed-number.ts";
import { useDraft } from "../../ui/useDraft.ts";
import type { ToolProps } from "../work/instrument.ts";
import { t } from "../../../words/prove.ts";
import { term } from "../../../words/speaker.ts";

/** Pixel faults by hand: tapped where they lie, counted by kind, classed. */
export function PixelFaultEntry({ code, scene, mayTell: mayEnter, tell }: ToolProps) {
  const { family } = scene;
  const known = scene.state.prove.panel.pixels;
  const [width, setWidth] = useDraft(`${code} pixels across`, known ? String(known.widthPx) : "");
  const [height, setHeight] = useDraft(`${code} pixels down`, known ? String(known.heightPx) : "");
  const [kind, setKind] = useState<PixelFaultKind>("bright");
  const [faults, setFaults] = useState(known?.faults ?? []);
  const [said, setSaid] = useState<string>();
  const entered = { widthPx: typedNumber(width), heightPx: typedNumber(height), faults };
  const parsed = pixelFaultsInput.safeParse(entered);
  const { widthMm, heightMm } = family.outline;
  const tap = (event: PointerEvent<SVGSVGElement>) => {
    if (!parsed.success) {
      setSaid(t("say-first-how-many-pixels-it-has"));
      return;
    }
    const { left, top, width: wide, height: tall } = event.currentTarget.getBoundingClientRect();
    const { widthPx, heightPx } = parsed.data;
    const within = (share: number, most: number) => Math.min(most - 1, Math.max(0, Math.floor(share * most)));
    setSaid(undefined);
    setFaults([
      ...faults,
      {
        kind,
        xPx: within((event.clientX - left) / wide, widthPx),
        yPx: within((event.clientY - top) / tall, heightPx),
      },
    ]);
  };
  const keep = () => {
    if (!parsed.success) {
      setSaid(
        describeFaults(parsed.error, entered)
          .map(
            ({ path, message }) =>
              `${path === "widthPx" ? t("across") : path === "heightPx" ? t("down") : t("faults-2")}: ${message}`,
          )
          .join(". "),
      );
      return;
    }
    setSaid(undefined);
    tell("panel-tested", { part: "pixels", source: "hand", ...parsed.data });
  };
  return (
    <details className="mt-3">
      <summary className="min-h-12 content-center font-semibold">{t("pixel-faults-by-hand")}</summary>
      <div className="grid items-end gap-2 sm:grid-cols-[7rem_7rem_1fr]">
        <Field label={t("pixels-across")}>
          {(attributes) => (
            <input
              {...attributes}
              className="entry"
              inputMode="numeric"
              value={width}
              onChange={(event) => setWidth(event.target.value)}
            />
          )}
        </Field>
        <Field label={t("and-down")}>
          {(attributes) => (
            <input
              {...attributes}
              className="entry"
              inputMode="numeric"
              value={height}
              onChange={(event) => setHeight(event.target.value)}
            />
          )}
        </Field>
        <div className="flex flex-wrap gap-2" role="group" aria-label={t("kind-of-pixel-fault")}>
          {pixelFaultKinds.map((name) => (
            <button
              key={name}
              type="button"
              className={kind === name ? "control-strong" : "control font-normal"}
              aria-pressed={kind === name}
              onClick={() => setKind(name)}
            >
              {term(name)}
            </button>
          ))}
        </div>
      </div>
      <svg
        viewBox={`0 0 ${widthMm} ${heightMm}`}
        className="mt-2 max-h-64 w-full max-w-md touch-none border-2 border-ink bg-raised"
        style={{ aspectRatio: widthMm / heightMm }}
        role="img"
        aria-label={t("screen-with-pixel-faults-tap-where-one", { faults: faults.length })}
        onPointerUp={tap}
      >
        {parsed.success &&
          faults.map(({ kind: of, xPx, yPx }, i) => (
            <circle
              key={i}
              cx={((xPx + 0.5) / parsed.data.widthPx) * widthMm}
              cy={((yPx + 0.5) / parsed.data.heightPx) * heightMm}
              r={widthMm / 80}
              fill={of.endsWith("bright") ? "var(--raised)" : "var(--ink)"}
              stroke="var(--danger)"
              strokeWidth={widthMm / 200}
            />
          ))}
      </svg>
      {said && (
        <p role="alert" className="edge-hatch mt-1 text-danger">
          {said}
        </p>
      )}
      <div className="mt-2 flex flex-wrap items-center gap-3">
        <button type="button" className="control" disabled={!mayEnter} onClick={keep}>
          {t("keep", { faults: faults.length })}
        </button>
        <button
          type="button"
          className="control border-soft font-normal"
          disabled={faults.length === 0}
          onClick={() => setFaults(faults.slice(0, -1))}
        >
          {t("undo-the-last")}
        </button>
        {parsed.success && (
          <span>
            {t("class-iso-9241-307-from-memory", { class: calculatePixelFaults(parsed.data).class })}
          </span>
        )}
      </div>
    </details>
  );
}
