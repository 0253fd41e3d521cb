import { useEffect, useRef, useState } from "react";
import { panelPatterns, type PanelPattern } from "../../../core/prove/panel-test.ts";
import { calculatePixelFaults } from "../../../core/prove/pixel-faults.ts";
import { capitalised, listed } from "../../../core/words.ts";
import type { OfferedTest } from "../../pages/api/jobs/[code]/panel-test.ts";
import { drawPattern } from "../../drawing/panel-patterns.js";
import { askServer } from "../../ui/ask-server.ts";
import { usePreferences } from "../../ui/preferences.ts";
import { Duration } from "../../ui/quantity.tsx";
import { QrCode } from "../../ui/QrCode.tsx";
import { useLive } from "../../ui/useLive.ts";
import type { ToolProps } from "../work/instrument.ts";
import { PixelFaultEntry } from "./PixelFaultEntry.tsx";
import { t } from "../../../words/prove.ts";
import { term } from "../../../words/speaker.ts";

/** The panel tested by itself, by a page that it opens; or, where it opens none, by comparing patterns. */
export function PanelTest(props: ToolProps) {
  const [isComparing, setIsComparing] = useState(false);
  return (
    <section aria-label={t("the-panels-own-test")}>
      <OnThePanel {...props} onCompare={() => setIsComparing(true)} />
      {isComparing && <Comparing {...props} onEnd={() => setIsComparing(false)} />}
      <PanelResults {...props} />
      <PixelFaultEntry {...props} />
    </section>
  );
}

/** A code and an address to be opened on the panel: once, and not for long. */
function OnThePanel({ code, nowMs, mayTell: mayEnter, onCompare }: ToolProps & { onCompare: () => void }) {
  const { who } = usePreferences();
  const [test, setTest] = useState<OfferedTest | null>(null);
  const [said, setSaid] = useState<string>();
  const refresh = () => {
    void fetch(`/api/jobs/${code}/panel-test`)
      .then(async (answer) => {
        if (answer.ok) setTest((await answer.json()) as OfferedTest | null);
      })
      // The code that is shown stays good; it is asked about again.
      .catch(() => undefined);
  };
  useLive({
    // Also as the line opens, with no code.
    onChange: (changed) => {
      if (changed === "" || changed === code) refresh();
    },
    onLost: () => undefined,
  });
  const make = async () => {
    setSaid(undefined);
    const asked = await askServer(`/api/jobs/${code}/panel-test`, "POST", { who });
    if ("said" in asked) setSaid(asked.said);
    else setTest((await asked.answer.json()) as OfferedTest);
  };
  const leftS = test ? (Date.parse(test.expiresAt) - nowMs) / 1_000 : 0;
  return (
    <>
      <div className="mt-2 flex flex-wrap gap-2">
        <button type="button" className="control" disabled={!mayEnter} onClick={() => void make()}>
          {test ? t("another-code") : t("test-on-the-panel")}
        </button>
        <button type="button" className="control" disabled={!mayEnter} onClick={onCompare}>
          {t("it-has-no-browser-compare-patterns")}
        </button>
      </div>
      {said && (
        <p role="alert" className="mt-2 text-danger">
          {said}
        </p>
      )}
      {test && test.openedAt === null && leftS > 0 && (
        <div className="mt-3 flex flex-wrap items-center gap-5" data-testid="panel-code">
          <QrCode text={test.address} label={t("code-that-opens-the-test-on-the")} />
          <div className="min-w-0 flex-1">
            <p>{t("open-on-the-panel-in-the-shops")}</p>
            <p className="font-mono text-3xl font-semibold tracking-widest">
              {test.code.slice(0, 4)} {test.code.slice(4)}
            </p>
            <p className="break-all">{test.address}</p>
            <p className="text-soft">
              {t("opens-once-for")} <Duration s={leftS} /> {t("more")}
            </p>
            {!test.reachesOthers && (
              <p className="edge-hatch text-film">{t("other-devices-cannot-reach-this-server")}</p>
            )}
          </div>
        </div>
      )}
      {test?.openedAt && (
        <p role="status" className="mt-2" data-testid="panel-open">
          {t("the-test-is-open-on-the-panel")}
        </p>
      )}
    </>
  );
}

/** For a panel that opens no page: each pattern here, to be compared with the same on the panel. */
function Comparing({ tell, onEnd }: ToolProps & { onEnd: () => void }) {
  const [seen, setSeen] = useState<{ pattern: PanelPattern; good: boolean }[]>([]);
  const canvas = useRef<HTMLCanvasElement>(null);
  const pattern = panelPatterns[seen.length]!;
  useEffect(() => {
    const target = canvas.current!;
    const context = target.getContext("2d")!;
    let frame = 0;
    const draw = (timeMs: number) => {
      drawPattern(context, pattern, target.width, target.height, timeMs);
      if (pattern === "moving bar") frame = requestAnimationFrame(draw);
    };
    draw(0);
    return () => cancelAnimationFrame(frame);
  }, [pattern]);
  const answer = (good: boolean) => {
    const all = [...seen, { pattern, good }];
    if (all.length < panelPatterns.length) return setSeen(all);
    if (tell("panel-tested", { part: "patterns", source: "compared", seen: all })) onEnd();
  };
  return (
    <div className="mt-3 border-y-2 border-line py-3" role="group" aria-label={t("compare-patterns")}>
      <p className="text-lg">
        {t("of-show", { length: seen.length + 1, panelPatterns: panelPatterns.length })}{" "}
        <strong>{term(pattern)}</strong> {t("on-the-panel-the-same-as-here")}
      </p>
      <canvas ref={canvas} width={480} height={288} className="mt-2 block w-full max-w-md" />
      <div className="mt-2 flex flex-wrap gap-2">
        <button type="button" className="control-strong" onClick={() => answer(true)}>
          {t("good")}
        </button>
        <button type="button" className="control" onClick={() => answer(false)}>
          {t("something-is-wrong")}
        </button>
        <button
          type="button"
          className="control border-soft font-normal"
          disabled={seen.length === 0}
          onClick={() => setSeen(seen.slice(0, -1))}
        >
          {t("back")}
        </button>
        <button type="button" className="control border-soft font-normal" onClick={onEnd}>
          {t("leave-it")}
        </button>
      </div>
    </div>
  );
}

/** What was told, part by part, each with the check that it speaks for. */
function PanelResults({ scene }: ToolProps) {
  const { patterns, touch, pacing, pixels } = scene.state.prove.panel;
  const bad = patterns?.seen.filter(({ good }) => !good).map(({ pattern }) => pattern) ?? [];
  if (!patterns && !touch && !pacing && !pixels) return null;
  const classed = pixels
    ? calculatePixelFaults({ widthPx: pixels.widthPx, heightPx: pixels.heightPx, faults: pixels.faults })
    : null;
  const touchWords = touch
    ? [
        t("answers", { coveragePct: Math.round(touch.coveragePct) }),
        touch.dead.length > 0
          ? t("dead-cells-of-them-together", {
              dead: touch.dead.length,
              largestDeadCells: touch.largestDeadCells,
            })
          : "",
        touch.jumps.length > 0 ? t("jumps", { jumps: touch.jumps.length }) : "",
        touch.dropOuts.length > 0
          ? t("times-lost", {
              dropOuts: touch.dropOuts.length,
              again: touch.dropOuts.filter(({ provedAgain }) => provedAgain).length,
            })
          : "",
        typeof touch.provedToMm === "number"
          ? t("dead-spot-of-mm-would-have-shown", { mm: touch.provedToMm.toFixed(1) })
          : "",
        t("one-drag-covered", { unbrokenPct: Math.round(touch.unbrokenPct) }),
        t("at-once", { pointers: touch.pointers }),
        touch.reportMs === null ? "" : t("reports-every-ms", { reportMs: Math.round(touch.reportMs) }),
      ]
        .filter(Boolean)
        .join(", ")
    : "";
  const patternWords = patterns
    ? bad.length > 0
      ? t("wrong-on", { listed: listed(bad) })
      : t("patterns-good", { seen: patterns.seen.length })
    : "";
  return (
    <ul
      className="mt-3 border-t border-line"
      aria-label={t("what-the-panel-reported")}
      data-testid="panel-results"
    >
      {patterns && (
        <li className="flex flex-wrap items-center gap-3 border-b border-line py-2">
          <span className={`grow ${bad.length > 0 ? "text-danger" : ""}`}>
            {patternWords}
            {patterns.source === "compared" ? t("compared-by-eye") : t("on-the-panel")}.
          </span>
        </li>
      )}
      {classed && pixels && (
        <li className="border-b border-line py-2">
          {t("pixel-of-class", {
            faults: pixels.faults.length,
            widthPx: pixels.widthPx,
            heightPx: pixels.heightPx,
            class: classed.class,
            clustered:
              classed.clustered > 0 ? t("of-them-close-together", { clustered: classed.clustered }) : "",
          })}{" "}
          <span className="text-soft">{classed.source}.</span>
        </li>
      )}
      {pacing && (
        <li className="border-b border-line py-2">
          {t("pictures-every-ms-late-the-worst-ms", {
            medianMs: pacing.medianMs.toFixed(1),
            latePct: pacing.latePct.toFixed(1),
            worstMs: Math.round(pacing.worstMs),
          })}
        </li>
      )}
      {touch && (
        <li className="flex flex-wrap items-center gap-4 border-b border-line py-2">
          <svg
            viewBox={`0 0 ${touch.columns} ${touch.rows}`}
            className="h-24"
            role="img"
            aria-label={t("dead-cells-of", {
              dead: touch.dead.length,
              columns: touch.columns * touch.rows,
            })}
            style={{ aspectRatio: touch.widthPx / touch.heightPx }}
            preserveAspectRatio="none"
          >
            <rect width={touch.columns} height={touch.rows} fill="var(--done)" fillOpacity={0.25} />
            {touch.dead.map(({ column, row }) => (
              <rect key={`${column} ${row}`} x={column} y={row} width={1} height={1} fill="var(--danger)" />
            ))}
            {touch.jumps.map(({ from, to }, i) => (
              <line
                key={i}
                x1={(from.xPx / touch.widthPx) * touch.columns}
                y1={(from.yPx / touch.heightPx) * touch.rows}
                x2={(to.xPx / touch.widthPx) * touch.columns}
                y2={(to.yPx / touch.heightPx) * touch.rows}
                stroke="var(--heat)"
                strokeWidth={0.12}
              />
            ))}
          </svg>
          <span
            className={`grow ${touch.verdict === "fail" ? "text-danger" : ""}`}
            data-testid="touch-result"
          >
            {capitalised(touchWords)}.
          </span>
        </li>
      )}
    </ul>
  );
}
