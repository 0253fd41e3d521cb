import { useRef, useState, type PointerEvent } from "react";
import type { PanelPoint } from "../../../core/stack/panel-point.ts";
import type { PanelWindow } from "../../../core/stack/family.ts";
import type { EdgeFeature } from "../../../core/stack/outline.ts";
import {
  edgeLengthMm,
  edgeOffset,
  nearestOnPanel,
  panelEdges,
  type EdgePlace,
  type Outline,
} from "../../../core/stack/panel-geometry.ts";
import { windowBox } from "../../../core/stack/window-box.ts";
import { hues } from "../../drawing/Hatches.tsx";
import { bandPath } from "../../drawing/outline-path.ts";
import { pointerPlace } from "../../drawing/plan-point.ts";
import { PlanFrame, planUnit } from "../../drawing/PlanFrame.tsx";
import { windowRect } from "../../drawing/window-rect.ts";
import { Board, Chosen, useChosen, Wide } from "./Board.tsx";
import { useEditor, type Editor } from "./editor.ts";
import { ChoiceEntry, NumberEntry, TextEntry } from "./entries.tsx";
import { outlineHandles, pulledOutline, type OutlineHandle } from "./outline-handles.ts";
import { OutlineFields } from "./OutlineFields.tsx";
import { HANDLE_OUT, handleNames, Handles, pointNear, Points } from "./OutlinePoints.tsx";
import {
  alongStretch,
  drawnStretch,
  pointMoved,
  pulledStretch,
  settled,
  stretchLengthMm,
} from "./outline-shape.ts";
import { OneThing, Things } from "./Things.tsx";
import { t } from "../../../words/family.ts";
import { term } from "../../../words/speaker.ts";

const featureKinds = ["hinge", "keep-out", "shallow", "no-bond"] as const;
type Tool = "move" | (typeof featureKinds)[number] | "camera" | "sensor";
const tools: readonly Tool[] = ["move", ...featureKinds, "camera", "sensor"];
const toolWords: Record<Tool, string> = {
  get move() {
    return t("move");
  },
  get hinge() {
    return t("hinge");
  },
  "keep-out": "Keep-out",
  get shallow() {
    return t("shallow");
  },
  get "no-bond"() {
    return t("no-bond");
  },
  get camera() {
    return t("camera");
  },
  get sensor() {
    return t("sensor");
  },
};
const howTo: Record<Tool, string> = {
  get move() {
    return t("tap-to-select-drag-a-stretch-its");
  },
  get hinge() {
    return t("drag-along-the-edge-where-the-flexes");
  },
  get "keep-out"() {
    return t("drag-along-the-edge-where-no-blade");
  },
  get shallow() {
    return t("drag-along-the-edge-where-a-blade");
  },
  get "no-bond"() {
    return t("drag-along-the-edge-where-there-is");
  },
  get camera() {
    return t("tap-where-the-camera-looks-out");
  },
  get sensor() {
    return t("tap-where-the-sensor-looks-out");
  },
};
const labelOf: Record<(typeof featureKinds)[number], string> = {
  hinge: "flexes",
  get "keep-out"() {
    return t("keep-out");
  },
  get shallow() {
    return t("flex-under-the-edge");
  },
  get "no-bond"() {
    return t("no-glue");
  },
};

const half = (mm: number) => Math.round(2 * mm) / 2;

type Grip =
  | { what: "new"; edge: EdgePlace; kind: EdgeFeature["kind"]; fromMm: number; toMm: number }
  | { what: "feature"; index: number; part: "from" | "to" | "all"; grabMm: number; was: EdgeFeature }
  | { what: "window"; index: number; dxMm: number; dyMm: number }
  | { what: "outline"; handle: OutlineHandle; start: Outline; dxMm: number; dyMm: number }
  | { what: "point"; index: number; start: Outline; dxMm: number; dyMm: number };

/** The outline with its edge features and windows, drawn by dragging and typed to the millimetre. */
export function PlanEditor() {
  const { family, change, selection, select } = useEditor();
  const [tool, setTool] = useState<Tool>("move");
  // A pointer may move and leave before anything is drawn again: what it holds is known at once.
  const grip = useRef<Grip | null>(null);
  const [held, setHeld] = useState<Grip | null>(null);
  const setGrip = (next: Grip | null) => {
    grip.current = next;
    setHeld(next);
  };
  const { outline, features, windows } = family;
  const drawable = outline.widthMm > 0 && outline.heightMm > 0;
  const unit = drawable ? planUnit(outline) : 1;
  const depth = Math.max(family.borderMm || 0, 5 * unit);

  const chosenPoint = selection.list === "outline" ? selection.index : -1;

  /** Where along an edge a point lies: to the whole millimetre, and to the very end. */
  const along = (edge: EdgePlace, point: PanelPoint): number => {
    const { atMm } = edgeOffset(outline, edge, point);
    const length = edgeLengthMm(outline, edge);
    return length - atMm < 0.5 ? (edge === "rim" ? 0 : length) : Math.round(atMm);
  };

  const nearestEdge = (point: PanelPoint): EdgePlace =>
    [...panelEdges(outline)].sort(
      (a, b) => edgeOffset(outline, a, point).inMm - edgeOffset(outline, b, point).inMm,
    )[0]!;

  /** What lies under the pointer: a point of the outline, the end or the middle of a stretch, or a window. */
  const gripAt = (point: PanelPoint): Grip | null => {
    const index = pointNear(outline, point, 2.6 * unit, chosenPoint);
    if (index >= 0) {
      const { xMm, yMm } = outline.pathMm![index]!;
      return { what: "point", index, start: outline, dxMm: xMm - point.xMm, dyMm: yMm - point.yMm };
    }
    const handle = (outline.pathMm ? [] : handleNames).find((name) => {
      const { xMm, yMm } = outlineHandles[name](outline, HANDLE_OUT * unit);
      return Math.hypot(point.xMm - xMm, point.yMm - yMm) < 2.6 * unit;
    });
    if (handle) {
      const { xMm, yMm } = outlineHandles[handle](outline, 0);
      return { what: "outline", handle, start: outline, dxMm: xMm - point.xMm, dyMm: yMm - point.yMm };
    }
    const at = windows.findIndex((w) => {
      const box = windowBox(w);
      return (
        point.xMm >= box.xMm - unit &&
        point.xMm <= box.xMm + box.widthMm + unit &&
        point.yMm >= box.yMm - unit &&
        point.yMm <= box.yMm + box.heightMm + unit
      );
    });
    if (at >= 0) {
      const w = windows[at]!;
      return { what: "window", index: at, dxMm: w.xMm - point.xMm, dyMm: w.yMm - point.yMm };
    }
    const near = features.findIndex((feature) => {
      if (!panelEdges(outline).includes(feature.edge)) return false;
      const { atMm, inMm } = edgeOffset(outline, feature.edge, point);
      const on = alongStretch(outline, feature, atMm);
      return inMm <= depth && on >= -3 * unit && on <= stretchLengthMm(outline, feature) + 3 * unit;
    });
    if (near < 0) return null;
    const feature = features[near]!;
    const { atMm } = edgeOffset(outline, feature.edge, point);
    const lengthMm = stretchLengthMm(outline, feature);
    const end = Math.min(5 * unit, lengthMm / 3);
    const on = alongStretch(outline, feature, atMm);
    const part = on < end ? "from" : on > lengthMm - end ? "to" : "all";
    return { what: "feature", index: near, part, grabMm: atMm, was: feature };
  };

  const setFeature = (index: number, more: Partial<EdgeFeature>) =>
    change({ features: features.map((f, i) => (i === index ? { ...f, ...more } : f)) }, `feature ${index}`);
  const setWindow = (index: number, more: PanelPoint) =>
    change({ windows: windows.map((w, i) => (i === index ? { ...w, ...more } : w)) }, `window ${index}`);

  const down = (event: PointerEvent<SVGSVGElement>) => {
    if (event.button !== 0) return;
    const point = pointerPlace(event.currentTarget, event);
    const on = nearestOnPanel(outline, point);
    event.currentTarget.setPointerCapture(event.pointerId);
    if (tool === "move") {
      const found = gripAt(point);
      setGrip(found);
      if (found?.what === "feature") select({ list: "features", index: found.index });
      else if (found?.what === "window") select({ list: "windows", index: found.index });
      else if (found?.what === "point") select({ list: "outline", index: found.index });
      else select({ list: "outline", index: 0 });
    } else if (tool === "camera" || tool === "sensor") {
      const radiusMm = Number((1.8 * unit).toFixed(1));
      const within = (mm: number, mostMm: number) => Math.min(mostMm - radiusMm, Math.max(radiusMm, mm));
      const added: PanelWindow = {
        kind: tool,
        label: tool,
        xMm: Number(within(on.xMm, outline.widthMm).toFixed(1)),
        yMm: Number(within(on.yMm, outline.heightMm).toFixed(1)),
        radiusMm,
      };
      change({ windows: [...windows, added] }, "add a window");
      select({ list: "windows", index: windows.length });
    } else {
      const edge = nearestEdge(point);
      const at = along(edge, on);
      setGrip({ what: "new", edge, kind: tool, fromMm: at, toMm: at });
    }
  };
  const move = (event: PointerEvent<SVGSVGElement>) => {
    const holds = grip.current;
    if (!holds) return;
    const point = pointerPlace(event.currentTarget, event);
    const on = nearestOnPanel(outline, point);
    switch (holds.what) {
      case "new":
        setGrip({ ...holds, toMm: along(holds.edge, on) });
        break;
      case "outline":
        change(
          {
            outline: pulledOutline(holds.start, holds.handle, {
              xMm: point.xMm + holds.dxMm,
              yMm: point.yMm + holds.dyMm,
            }),
          },
          `outline ${holds.handle}`,
        );
        break;
      case "point": {
        const place = { xMm: half(point.xMm + holds.dxMm), yMm: half(point.yMm + holds.dyMm) };
        change({ outline: pointMoved(holds.start, holds.index, place) }, `point ${holds.index}`);
        break;
      }
      case "window":
        setWindow(
          holds.index,
          nearestOnPanel(outline, { xMm: on.xMm + holds.dxMm, yMm: on.yMm + holds.dyMm }),
        );
        break;
      case "feature": {
        const { was, part, grabMm, index } = holds;
        setFeature(index, pulledStretch(outline, was, part, along(was.edge, on), grabMm));
      }
    }
  };
  const up = (event: PointerEvent<SVGSVGElement>) => {
    move(event);
    const holds = grip.current;
    setGrip(null);
    if (holds?.what === "point") change(settled(family.outline, windows), `point ${holds.index}`);
    if (holds?.what !== "new") return;
    const { fromMm, toMm } = drawnStretch(outline, holds.fromMm, holds.toMm);
    if (stretchLengthMm(outline, { fromMm, toMm }) < 1) return;
    const added: EdgeFeature = {
      edge: holds.edge,
      fromMm,
      toMm,
      kind: holds.kind,
      label: labelOf[holds.kind],
      ...(holds.kind === "shallow" ? { maxDepthMm: 2 } : {}),
    };
    change({ features: [...features, added] }, "add a stretch");
    select({ list: "features", index: features.length });
  };

  const isEmpty = features.length === 0 && windows.length === 0;
  return (
    <Board
      drawing={
        <>
          <div
            role="group"
            aria-label={t("what-to-draw")}
            className="flex shrink-0 gap-1.5 overflow-x-auto lg:flex-wrap"
          >
            {tools.map((name) => (
              <button
                key={name}
                type="button"
                aria-pressed={tool === name}
                className="control shrink-0 border-soft px-3 font-normal aria-pressed:bg-ink aria-pressed:text-on-ink"
                onClick={() => setTool(name)}
              >
                {toolWords[name]}
              </button>
            ))}
          </div>
          <p className="shrink-0 max-lg:hidden">{howTo[tool]}</p>
          {drawable ? (
            <div className="min-h-0 flex-1">
              <PlanFrame
                fills
                outline={outline}
                roomFor={held && "start" in held ? held.start : undefined}
                borderMm={family.borderMm || 0}
                features={features.filter((f) => isDrawable(outline, f))}
                windows={windows}
                marginUnits={6}
                role="application"
                className={`touch-none overflow-visible ${tool === "move" ? "cursor-move" : "cursor-crosshair"}`}
                title={t("the-panel-from-the-viewers-side-to")}
                onPointerDown={down}
                onPointerMove={move}
                onPointerUp={up}
                onPointerCancel={() => setGrip(null)}
              >
                {({ unit: u }) => (
                  <>
                    <Marked {...{ family, depth, selection }} unit={u} />
                    {held?.what === "new" && (
                      <path
                        d={bandPath(
                          outline,
                          { edge: held.edge, ...drawnStretch(outline, held.fromMm, held.toMm) },
                          depth,
                        )}
                        fill="none"
                        stroke={hues[held.kind]}
                        strokeWidth={0.9 * u}
                        strokeDasharray={`${1.5 * u} ${u}`}
                      />
                    )}
                    {tool === "move" &&
                      (outline.pathMm ? (
                        <Points outline={outline} chosen={chosenPoint} unit={u} />
                      ) : (
                        <Handles outline={outline} unit={u} />
                      ))}
                  </>
                )}
              </PlanFrame>
            </div>
          ) : (
            <p className="edge-hatch text-danger">{t("give-width-and-height-first")}</p>
          )}
        </>
      }
      lists={
        <>
          <OneThing
            list="outline"
            name={t("outline")}
            about={drawable ? t("mm", { widthMm: outline.widthMm, heightMm: outline.heightMm }) : ""}
            faultPaths={["outline", "borderMm"]}
          />
          <Things
            list="features"
            title={t("edges")}
            addLabel={t("add-a-stretch")}
            rows={features}
            blank={(): EdgeFeature => ({
              edge: panelEdges(outline)[0]!,
              fromMm: 0,
              toMm: 10,
              kind: "keep-out",
              label: t("keep-out"),
            })}
            nameOf={(feature) => feature.label}
            aboutOf={({ edge, fromMm, toMm }) => `${term(edge)} ${fromMm}–${toMm}`}
            markOf={({ kind }) => <Swatch hue={hues[kind]} />}
            onChange={(next) => change({ features: next }, "features")}
          />
          <Things
            list="windows"
            title={t("windows-clear-of-adhesive")}
            addLabel={t("add-a-window")}
            rows={windows}
            blank={(): PanelWindow => ({ kind: "sensor", label: "sensor", xMm: 10, yMm: 10, radiusMm: 2 })}
            nameOf={(w) => w.label}
            onChange={(next) => change({ windows: next }, "windows")}
          />
          {isEmpty && <p className="text-soft">{t("choose-hinge-above-then-drag-along-the")}</p>}
        </>
      }
    >
      {selection.list === "outline" && <OutlineFields />}
      <StretchFields />
      <WindowFields />
    </Board>
  );
}

const Swatch = ({ hue }: { hue: string }) => (
  <span aria-hidden className="size-4 shrink-0 border border-on-ink" style={{ background: hue }} />
);

/** Whether a stretch can be drawn as it is written: it has a length, and its edge is the outline's. */
const isDrawable = (outline: Outline, feature: EdgeFeature): boolean =>
  panelEdges(outline).includes(feature.edge) &&
  Number.isFinite(feature.fromMm + feature.toMm) &&
  (feature.edge === "rim" ? feature.fromMm !== feature.toMm : feature.toMm > feature.fromMm);

/** What is selected, marked on the plan. */
function Marked({
  family: { outline, features, windows },
  depth,
  selection,
  unit,
}: Pick<Editor, "family" | "selection"> & { depth: number; unit: number }) {
  const feature = selection.list === "features" ? features[selection.index] : undefined;
  const window = selection.list === "windows" ? windows[selection.index] : undefined;
  if (feature && isDrawable(outline, feature)) {
    return (
      <path
        d={bandPath(outline, feature, depth)}
        fill="none"
        stroke="var(--liquid)"
        strokeWidth={1.6 * unit}
        pointerEvents="none"
      />
    );
  }
  const box = window && windowRect(window);
  if (!box) return null;
  const { x, y, width, height } = box;
  return (
    <rect
      x={x - unit}
      y={y - unit}
      width={width + 2 * unit}
      height={height + 2 * unit}
      fill="none"
      stroke="var(--liquid)"
      strokeWidth={0.8 * unit}
      pointerEvents="none"
    />
  );
}

function StretchFields() {
  const { family, change } = useEditor();
  const chosen = useChosen("features", family.features, (features) => change({ features }, "features"));
  if (!chosen) return null;
  const { row: feature, index: i, set, remove } = chosen;
  return (
    <Chosen title={feature.label} onRemove={remove}>
      <ChoiceEntry
        label={t("edge-2")}
        value={feature.edge}
        options={panelEdges(family.outline)}
        path={`features[${i}].edge`}
        onChange={(edge) => set({ edge })}
      />
      <ChoiceEntry
        label={t("kind")}
        value={feature.kind}
        options={featureKinds}
        path={`features[${i}].kind`}
        onChange={(kind) =>
          set({ kind, maxDepthMm: kind === "shallow" ? (feature.maxDepthMm ?? 2) : undefined })
        }
      />
      <NumberEntry
        label={t("from-mm")}
        value={feature.fromMm}
        path={`features[${i}].fromMm`}
        onChange={(mm) => set({ fromMm: mm! })}
      />
      <NumberEntry
        label={t("to-mm")}
        value={feature.toMm}
        path={`features[${i}].toMm`}
        onChange={(mm) => set({ toMm: mm! })}
      />
      {feature.kind === "shallow" && (
        <NumberEntry
          label={t("no-deeper-than-mm")}
          value={feature.maxDepthMm}
          path={`features[${i}].maxDepthMm`}
          onChange={(mm) => set({ maxDepthMm: mm })}
        />
      )}
      <ChoiceEntry
        label={t("liquid")}
        value={feature.noLiquid ? "must stay dry" : "does no harm"}
        options={["does no harm", "must stay dry"]}
        path={`features[${i}].noLiquid`}
        onChange={(liquid) => set({ noLiquid: liquid === "must stay dry" ? true : undefined })}
      />
      <Wide>
        <TextEntry
          label={t("what-is-there")}
          value={feature.label}
          path={`features[${i}].label`}
          onChange={(label) => set({ label })}
        />
      </Wide>
      <Wide>
        <p className="text-soft">
          {family.outline.pathMm ? t("clockwise-from-the-top-centre") : t("from-the-left-or-from-the-top")}
        </p>
      </Wide>
    </Chosen>
  );
}

/** The same window, round or square. */
function reshaped(w: PanelWindow, shape: "round" | "square"): PanelWindow {
  const { kind, label } = w;
  const box = windowBox(w);
  if (shape === "square") return { kind, label, ...box };
  return {
    kind,
    label,
    xMm: box.xMm + box.widthMm / 2,
    yMm: box.yMm + box.heightMm / 2,
    radiusMm: Math.min(box.widthMm, box.heightMm) / 2,
  };
}

function WindowFields() {
  const { family, change } = useEditor();
  const { windows } = family;
  const chosen = useChosen("windows", windows, (next) => change({ windows: next }, "windows"));
  if (!chosen) return null;
  const { row: w, index: i, remove } = chosen;
  const replace = (next: PanelWindow) =>
    change({ windows: windows.map((one, n) => (n === i ? next : one)) }, `window ${i}`);
  const setWindow = (more: Partial<PanelWindow>) => replace({ ...w, ...more } as PanelWindow);
  return (
    <Chosen title={w.label} onRemove={remove}>
      <TextEntry
        label={t("name")}
        value={w.label}
        path={`windows[${i}].label`}
        onChange={(label) => setWindow({ label })}
      />
      <ChoiceEntry
        label={t("window")}
        value={w.kind}
        options={["camera", "sensor"]}
        path={`windows[${i}].kind`}
        onChange={(kind) => setWindow({ kind })}
      />
      <Wide>
        <ChoiceEntry
          label={t("shape")}
          value={"radiusMm" in w ? "round" : "square"}
          options={["round", "square"]}
          path={`windows[${i}]`}
          onChange={(shape) => replace(reshaped(w, shape))}
        />
      </Wide>
      <NumberEntry
        label={"radiusMm" in w ? t("middle-from-left-mm") : t("from-left-mm")}
        value={w.xMm}
        path={`windows[${i}].xMm`}
        onChange={(mm) => setWindow({ xMm: mm! })}
      />
      <NumberEntry
        label={"radiusMm" in w ? t("middle-from-top-mm") : t("from-top-mm")}
        value={w.yMm}
        path={`windows[${i}].yMm`}
        onChange={(mm) => setWindow({ yMm: mm! })}
      />
      {"radiusMm" in w ? (
        <NumberEntry
          label={t("radius-mm")}
          value={w.radiusMm}
          path={`windows[${i}].radiusMm`}
          onChange={(mm) => setWindow({ radiusMm: mm! })}
        />
      ) : (
        <>
          <NumberEntry
            label={t("width-mm")}
            value={w.widthMm}
            path={`windows[${i}].widthMm`}
            onChange={(mm) => setWindow({ widthMm: mm! })}
          />
          <NumberEntry
            label={t("height-mm")}
            value={w.heightMm}
            path={`windows[${i}].heightMm`}
            onChange={(mm) => setWindow({ heightMm: mm! })}
          />
        </>
      )}
    </Chosen>
  );
}
