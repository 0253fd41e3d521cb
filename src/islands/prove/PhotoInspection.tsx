import { Check, CircleHelp, X } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import { calculateBorderCheck } from "../../../core/bond/border-check.ts";
import { sizeMm } from "../../../core/prove/judge.ts";
import { cameraDust } from "../../../core/prove/camera-dust.ts";
import {
  lookAssumes,
  LONGEST_TOLD_MM,
  verdictOf,
  type LookVerdict,
  type Smallest,
} from "../../../core/prove/look.ts";
import { lookSeries } from "../../../core/prove/look-series.ts";
import { capitalised } from "../../../core/words.ts";
import { lightings, lightingWords, type Lighting } from "../../../core/prove/defects.ts";
import { boxCorners, isConvex, withTop, type Corners, type Top } from "../../../core/prove/square-up.ts";
import type { PanelDefect } from "../../../core/prove/lit-panel.ts";
import { hitsOf } from "../../../core/prove/planted.ts";
import { simulatedShot } from "../../../core/prove/simulated-shot.ts";
import { TopPicker } from "../../camera/TopPicker.tsx";
import { Assumptions } from "../../ui/Assumptions.tsx";
import { PhotoPicker } from "../../ui/PhotoPicker.tsx";
import { usePreferences } from "../../ui/preferences.ts";
import { lengthText } from "../../ui/quantity.tsx";
import type { ToInspect } from "../../workers/inspect.worker.ts";
import { MeasuredHere } from "../work/MeasuredHere.tsx";
import type { ToolProps } from "../work/instrument.ts";
import { CornerEditor } from "./CornerEditor.tsx";
import { DefectPlan } from "./DefectPlan.tsx";
import { readPhoto } from "./read-photo.ts";
import { useInspection, type Shown } from "./useInspection.ts";
import { t } from "../../../words/prove.ts";

/** Below this share of the brightest the darkest place is marked on the plan. Assumed: about what an eye sees beside one another. */
const UNEVEN_PCT = 75;
/** A defect of fewer pixels across is as wide as the lens's blur makes it. */
const SIZED_PX = 6;

const verdictTone: Readonly<Record<LookVerdict, string>> = {
  pass: "text-done",
  fail: "text-danger",
  "cannot tell": "text-film",
};
const verdictWords = (verdict: LookVerdict): string =>
  verdict === "pass" ? t("passes") : verdict === "fail" ? t("does-not-pass") : t("cannot-tell");

const marks = { pass: Check, fail: X, "cannot tell": CircleHelp };

/** What the last picture in a light came to, as a mark beside its name. */
function SeenMark({ verdict }: { verdict: LookVerdict | undefined }) {
  if (!verdict) return null;
  const Mark = marks[verdict];
  return <Mark className="ml-2 inline size-5" role="img" aria-label={verdictWords(verdict)} />;
}

type From = ToInspect["from"];
/** Where a photo comes from; of the stand-in's, what it planted. */
interface Taken {
  from: From;
  planted: readonly PanelDefect[] | null;
  isSecond: boolean;
  /** The job's own photo that it is, by its id. */
  kept?: string;
}

/**
 * Dust, fibres, scratches, bubbles and patches by photo: the panel found in it, looked through in a worker, shown on the plan; the camera's
 * own dust told by a second photo; overruled by a tap, kept with the job.
 */
export function PhotoInspection({ code, scene, mayTell: mayEnter, tell, shop, given }: ToolProps) {
  const { family } = scene;
  const { acceptance } = shop;
  const inspections = scene.state.prove.photos;
  const preferences = usePreferences();
  const { outline, borderMm, windows } = family;
  const panel = { widthMm: outline.widthMm, heightMm: outline.heightMm };
  const series = lookSeries(scene);
  const [keptPhoto, keptLighting] = given ?? [];
  const [picked, setPicked] = useState<Lighting | null>(
    lightings.find((one) => one === keptLighting) ?? null,
  );
  // What the series asks for next, until somebody picks another.
  const lighting = picked ?? series?.next ?? "dark";
  const [taken, setTaken] = useState<Taken | null>(null);
  const [first, setFirst] = useState<Shown | null>(null);
  const [corners, setCorners] = useState<Corners | null>(null);
  const [top, setTop] = useState<Top>("up");
  const isTold = useRef(false);
  const [dust, setDust] = useState<ReadonlySet<number>>(new Set());
  const [overruled, setOverruled] = useState<ReadonlySet<number>>(new Set());
  const [said, setSaid] = useState<{ text: string; isWrong: boolean }>();
  const say = (text: string, isWrong = true) => setSaid({ text, isWrong });

  const { isLooking, hasFailed, look, stop } = useInspection((shown) => {
    if (taken?.isSecond) return compare(shown);
    if (first?.url) URL.revokeObjectURL(first.url);
    setFirst(shown);
    setDust(new Set());
    setOverruled(new Set());
    // Corners that somebody set stay as they were set, in the picture's own order.
    if (!isTold.current) {
      setCorners(shown.corners ?? boxCorners(shown.photo.width, shown.photo.height));
      setTop(shown.isOnSide ? "left" : "up");
    }
    if (!shown.corners) say(t("no-panel-stands-out-from-the-bench"));
    else if (shown.isOnSide) say(t("panel-lies-on-its-side-say-its-top"));
  });
  const compare = (second: Shown) => {
    if (second.url) URL.revokeObjectURL(second.url);
    if (!second.corners || !second.looked || !first?.corners || !first.looked) {
      return say(t("no-panel-stands-out-in-the-second"));
    }
    const found = cameraDust(
      { defects: first.looked.defects, corners: first.corners },
      { defects: second.looked.defects, corners: second.corners },
      panel,
    );
    if (!found) return say(t("the-panel-lies-where-it-lay-move"));
    setDust(new Set(found));
    say(
      found.length > 0
        ? t("of-them-stay-with-the-camera-its", { found: found.length })
        : t("none-of-it-is-dust-on-the"),
      false,
    );
  };
  const clear = () => {
    stop();
    if (first?.url) URL.revokeObjectURL(first.url);
    setTaken(null);
    setFirst(null);
    setCorners(null);
    setTop("up");
    setDust(new Set());
    setOverruled(new Set());
    setSaid(undefined);
  };
  const begin = (what: Taken, at: Corners | null = null) => {
    setSaid(undefined);
    setTaken(what);
    isTold.current = at !== null;
    look({ from: what.from, corners: at, panel: outline, borderMm, windows, lighting });
  };
  const looks = inspections.length;
  const simulate = (isSecond: boolean) => {
    const { view, planted } = simulatedShot(code, family, lighting, looks, isSecond);
    begin({ from: { view }, planted, isSecond });
  };
  const choose = async (file: File, isSecond: boolean) => {
    try {
      const photo = await readPhoto(file);
      // What it is laid beside is still the photo that was looked through.
      const { kept } = (isSecond && taken) || {};
      begin({ from: { photo }, planted: null, isSecond, ...(kept ? { kept } : {}) });
    } catch {
      say(t("is-not-a-picture-that-this-browser", { name: file.name }));
    }
  };
  const chooseKept = async (id: string) => {
    try {
      const answer = await fetch(`/api/photos/${id}`);
      if (!answer.ok) throw new Error(answer.statusText);
      const photo = await readPhoto(await answer.blob());
      begin({ from: { photo }, planted: null, isSecond: false, kept: id });
    } catch {
      say(t("this-photo-could-not-be-fetched"));
    }
  };
  const begunWith = useRef<string>(undefined);
  useEffect(() => {
    if (!keptPhoto || begunWith.current === keptPhoto) return;
    begunWith.current = keptPhoto;
    void chooseKept(keptPhoto);
  });
  const lookAgain = () => {
    if (!first || !corners) return;
    if (!isConvex(corners)) {
      return say(t("the-corners-do-not-go-round-a"));
    }
    begin({ ...taken!, from: { photo: first.photo }, isSecond: false }, withTop(corners, top));
  };
  const looked = first?.looked ?? null;
  const planted = taken?.planted ?? null;
  const defects = looked?.defects ?? [];
  const counted = defects.filter((_, i) => !overruled.has(i) && !dust.has(i));
  const told =
    looked &&
    verdictOf({
      defects: counted,
      cannotSee: looked.cannotSee,
      pxPerMm: looked.pxPerMm,
      blurMm: looked.blurMm,
      isWhite: lighting === "white",
      panel,
      borderMm,
      acceptance,
    });
  const hits = hitsOf(planted ?? [], defects).filter((hit) => hit >= 0).length;
  const border = first?.border ? calculateBorderCheck({ panel, widthsMm: first.border }) : null;
  const source = planted ? "simulated" : "photo";
  const keep = () => {
    const kept = tell("photo-inspected", {
      lighting,
      source,
      ...(taken?.kept ? { photo: taken.kept } : {}),
      defects: defects
        .map((d, i) => ({ ...d, overruled: overruled.has(i) }))
        .filter((_, i) => !dust.has(i))
        .slice(0, 500),
      acceptance: [...acceptance],
      ...(looked ? { pxPerMm: Number(looked.pxPerMm.toFixed(2)), cannotSee: looked.cannotSee } : {}),
      ...(looked && looked.blurMm !== null ? { blurMm: Number(looked.blurMm.toFixed(4)) } : {}),
      ...(dust.size > 0 ? { cameraDust: dust.size } : {}),
      ...(planted ? { truth: { planted: planted.length, found: hits } } : {}),
    });
    if (!kept) return;
    setPicked(null);
    clear();
  };
  const keepBorder = (worstMm: number) =>
    tell("reading-taken", {
      quantity: "border offset",
      source,
      values: [{ at: new Date().toISOString(), value: Number(worstMm.toFixed(2)) }],
    });
  const filePicker = (label: string, isSecond: boolean) => (
    <PhotoPicker label={label} onPick={([file]) => void choose(file!, isSecond)} />
  );
  const shown = (smallest: Smallest) =>
    t("shows-from", {
      speck: lengthText(smallest.speck, preferences),
      fibre: lengthText(smallest.fibre, preferences),
      bubble: lengthText(smallest.bubble, preferences),
      scratches: smallest.scratch > LONGEST_TOLD_MM ? "none" : "some",
      scratch: lengthText(smallest.scratch, preferences),
      patch: lengthText(smallest.patch, preferences),
    });
  return (
    <section aria-label={t("look-under-the-glass")}>
      <div className="mt-2 flex flex-wrap items-center gap-2">
        <div className="flex flex-wrap gap-2" role="group" aria-label={t("picture")}>
          {lightings.map((light) => (
            <button
              key={light}
              type="button"
              className={lighting === light ? "control-strong" : "control"}
              aria-pressed={lighting === light}
              onClick={() => setPicked(light)}
            >
              {lightingWords[light]}
              <SeenMark verdict={series?.looks.find((one) => one.lighting === light)?.verdict} />
            </button>
          ))}
        </div>
        <button
          type="button"
          className="control"
          disabled={!mayEnter || isLooking}
          onClick={() => simulate(false)}
        >
          {t("take-a-picture-simulated-camera")}
        </button>
        {filePicker(t("look-through-a-photo"), false)}
        <MeasuredHere compared={shop.compared} of={["defects"]} />
      </div>
      {(said || hasFailed) && (
        <p
          role={said?.isWrong === false ? "status" : "alert"}
          className={`mt-2 ${said?.isWrong === false ? "" : "text-danger"}`}
        >
          {said?.text ?? t("the-picture-could-not-be-looked")}
        </p>
      )}
      {isLooking && (
        <p role="status" className="mt-2">
          {t("looking")}{" "}
          <button type="button" className="control" onClick={stop}>
            {t("stop")}
          </button>
        </p>
      )}
      {first && corners && (
        <details className="mt-2" open={!looked}>
          <summary className="min-h-12 content-center font-semibold">
            {first.corners ? t("corners-of-the-panel-as-found") : t("corners-of-the-panel")}
          </summary>
          <p>{t("drag-the-four-corners-onto-the-panels")}</p>
          <CornerEditor photo={first.photo} corners={corners} onChange={setCorners} />
          <div className="mt-2 flex flex-wrap gap-2">
            <TopPicker top={top} onPick={setTop} />
            <button type="button" className="control-strong" disabled={isLooking} onClick={lookAgain}>
              {t("look")}
            </button>
          </div>
        </details>
      )}
      {first && looked && told && (
        <div className="mt-3 grid gap-6 lg:grid-cols-2">
          <DefectPlan
            family={family}
            url={first.url!}
            dark={lighting === "white" && looked.light.leastPct < UNEVEN_PCT ? looked.light : null}
            hidden={looked.cannotSee}
            defects={defects.map((defect, i) => ({ ...defect, counts: !overruled.has(i) && !dust.has(i) }))}
          />
          <div>
            <p
              role="status"
              data-testid="inspected"
              className={`text-lg font-semibold ${verdictTone[told.verdict]}`}
            >
              {verdictWords(told.verdict)}: {t("defects-counted", { count: counted.length })}
              {told.tooMany && t("too-many", { tooMany: told.tooMany })}
            </p>
            {told.verdict === "cannot tell" &&
              told.advice.map((one) => (
                <p key={one} className="font-semibold">
                  {one}
                </p>
              ))}
            <p>{shown(told.smallestMm)}</p>
            <Assumptions
              words={[
                ...lookAssumes(),
                ...(lighting === "white" ? [t("evenness-assumed", { pct: UNEVEN_PCT })] : []),
              ]}
            />
            <div className="mt-2 flex flex-wrap gap-2">
              <button type="button" className="control-strong" disabled={!mayEnter} onClick={keep}>
                {t("save-what-was-found")}
              </button>
              {planted ? (
                <button type="button" className="control" disabled={isLooking} onClick={() => simulate(true)}>
                  {t("second-picture-panel-moved-simulated")}
                </button>
              ) : (
                filePicker(t("second-photo-panel-moved"), true)
              )}
            </div>
            {border && (
              <p className="flex flex-wrap items-center gap-3" data-testid="border">
                <span className={border.pass ? "text-done" : "text-danger"}>
                  {t("border-off-at-the", {
                    verdict: border.pass ? t("equal") : t("not-equal"),
                    worstMm: lengthText(border.worstMm, preferences),
                    worst: border.worst,
                    turned:
                      border.turnDeg === null
                        ? ""
                        : t("turned", { turnDeg: Math.abs(border.turnDeg).toFixed(1) }),
                  })}
                </span>
                <button
                  type="button"
                  className="control border-soft font-normal"
                  disabled={!mayEnter}
                  onClick={() => keepBorder(border.worstMm)}
                >
                  {t("note-the-border")}
                </button>
              </p>
            )}
            {lighting === "white" && (
              <p data-testid="light">
                {t("light-darkest-from-the-left-and-from", {
                  xMm: lengthText(looked.light.xMm, preferences),
                  yMm: lengthText(looked.light.yMm, preferences),
                  leastPct: Math.round(looked.light.leastPct),
                })}
              </p>
            )}
            {planted && (
              <p className="text-soft" data-testid="truth">
                {t("simulated-camera-it-had-planted-of", {
                  planted: planted.length,
                  hits,
                  value: Math.max(0, defects.length - dust.size - hits),
                })}
              </p>
            )}
            <ol className="mt-1 border-t border-line" aria-label={t("defects-2")}>
              {defects.slice(0, 40).map((d, i) => (
                <li key={i} className="flex items-center gap-3 border-b border-line py-1">
                  <span className={`grow ${dust.has(i) ? "text-soft line-through" : ""}`}>
                    {t("times-the-noise", {
                      i: i + 1,
                      kind: d.kind,
                      sizeMm: lengthText(sizeMm(d), preferences),
                      strength: d.strength.toFixed(0),
                    })}
                  </span>
                  {dust.has(i) ? (
                    <span className="text-soft">{t("on-the-camera")}</span>
                  ) : (
                    <button
                      type="button"
                      className="control border-soft font-normal"
                      aria-pressed={overruled.has(i)}
                      onClick={() => {
                        const next = new Set(overruled);
                        if (!next.delete(i)) next.add(i);
                        setOverruled(next);
                      }}
                    >
                      {overruled.has(i) ? t("it-is-one") : t("not-a-defect")}
                    </button>
                  )}
                </li>
              ))}
            </ol>
            <p className="mt-1 text-soft">
              {t("pixels-to-a-millimetre-what-is-smaller", {
                pxPerMm: Number(looked.pxPerMm.toFixed(1)),
                SIZED_PX: lengthText(SIZED_PX / looked.pxPerMm, preferences),
              })}
            </p>
          </div>
        </div>
      )}
      {!first && series && (
        <div className="mt-4" data-testid="series">
          <p role="status" className={`text-xl font-semibold ${verdictTone[series.verdict]}`}>
            {t("pictures-together", { count: series.looks.length, verdict: verdictWords(series.verdict) })}
          </p>
          {series.advice.map((one) => (
            <p key={one} className="font-semibold">
              {one}
            </p>
          ))}
          {series.next && (
            <p className="font-semibold">{t("next-picture", { light: lightingWords[series.next] })}</p>
          )}
          {series.smallestMm && <p>{shown(series.smallestMm)}</p>}
          <ul className="mt-2">
            {series.looks.map((one) => (
              <li key={one.id}>
                {t("look-counted-overruled", {
                  lightingWord: capitalised(lightingWords[one.lighting]),
                  simulated: one.source === "simulated" ? ` ${t("simulated")}` : "",
                  verdict: verdictWords(one.verdict),
                  defects: one.defects.filter((d) => !d.overruled).length,
                  overruled: one.defects.filter((d) => d.overruled).length,
                })}
              </li>
            ))}
          </ul>
          <Assumptions words={lookAssumes()} />
        </div>
      )}
    </section>
  );
}
