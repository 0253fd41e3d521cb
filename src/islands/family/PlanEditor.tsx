import { useRef, useState, type PointerEvent } from "react";
import type { PanelWindow } from "../../../core/stack/family.ts";
import { windowBox } from "../../../core/stack/window-box.ts";
import { edgeLengthMm, edgeOffset, edges, type Edge, type EdgeFeature } from "../../../core/stack/outline.ts";
import type { Problem } from "../../../server/problem.ts";
import { hues } from "../../drawing/Hatches.tsx";
import { ontoPanel, pointerPlace } from "../../drawing/plan-point.ts";
import { PlanFrame, planUnit } from "../../drawing/PlanFrame.tsx";
import { useEditor } from "./editor.ts";
import { ChoiceEntry, NumberEntry, TextEntry } from "./entries.tsx";
import { Rows } from "./Rows.tsx";

const featureKinds = ["hinge", "keep-out", "shallow", "no-bond"] as const;
type Tool = "move" | (typeof featureKinds)[number] | "camera" | "sensor";
const tools: readonly Tool[] = ["move", ...featureKinds, "camera", "sensor"];
const toolWords: Record<Tool, string> = {
  move: "Move",
  hinge: "Hinge",
  "keep-out": "Keep-out",
  shallow: "Shallow",
  "no-bond": "No bond",
  camera: "Camera",
  sensor: "Sensor",
};
const howTo: Record<Tool, string> = {
  move: "Drag a stretch or a window; a stretch's end makes it longer or shorter.",
  hinge: "Drag along the edge where the flexes run.",
  "keep-out": "Drag along the edge where no blade may go.",
  shallow: "Drag along the edge where a blade may go only a little way.",
  "no-bond": "Drag along the edge where there is no glue.",
  camera: "Tap where the camera looks out.",
  sensor: "Tap where the sensor looks out.",
};
const labelOf: Record<(typeof featureKinds)[number], string> = {
  hinge: "flexes",
  "keep-out": "keep out",
  shallow: "flex under the edge",
  "no-bond": "no glue",
};

type Grip =
  | { what: "new"; edge: Edge; kind: EdgeFeature["kind"]; fromMm: number; toMm: number }
  | { what: "feature"; index: number; part: "from" | "to" | "all"; grabMm: number; was: EdgeFeature }
  | { what: "window"; index: number; dxMm: number; dyMm: number };

/** The outline with its edge features and windows, drawn by dragging and typed to the millimetre. */
export function PlanEditor() {
  const { family, change } = useEditor();
  const [tool, setTool] = useState<Tool>("hinge");
  // A pointer may move and leave before anything is drawn again: what it holds is known at once.
  const grip = useRef<Grip | null>(null);
  const [begun, setBegun] = useState<Extract<Grip, { what: "new" }> | null>(null);
  const [read, setRead] = useState<string>();
  const { outline, features, windows } = family;
  const drawable = outline.widthMm > 0 && outline.heightMm > 0;
  const unit = drawable ? planUnit(outline) : 1;
  const depth = Math.max(family.borderMm || 0, 5 * unit);

  /** Where along an edge a point lies: to the whole millimetre, and to the very end. */
  const along = (edge: Edge, point: { xMm: number; yMm: number }): number => {
    const { atMm } = edgeOffset(outline, edge, point);
    const length = edgeLengthMm(outline, edge);
    return length - atMm < 0.5 ? length : Math.round(atMm);
  };

  const nearestEdge = (point: { xMm: number; yMm: number }): Edge =>
    [...edges].sort((a, b) => edgeOffset(outline, a, point).inMm - edgeOffset(outline, b, point).inMm)[0]!;

  /** What lies under the pointer: the end or the middle of a stretch, or a window. */
  const gripAt = (point: { xMm: number; yMm: number }): Grip | null => {
    const index = windows.findIndex((w) => {
      const box = windowBox(w);
      return (
        point.xMm >= box.xMm - unit &&
        point.xMm <= box.xMm + box.widthMm + unit &&
        point.yMm >= box.yMm - unit &&
        point.yMm <= box.yMm + box.heightMm + unit
      );
    });
    if (index >= 0) {
      const w = windows[index]!;
      return { what: "window", index, dxMm: w.xMm - point.xMm, dyMm: w.yMm - point.yMm };
    }
    const near = features.findIndex((feature) => {
      const { atMm, inMm } = edgeOffset(outline, feature.edge, point);
      return inMm <= depth && atMm >= feature.fromMm - 3 * unit && atMm <= feature.toMm + 3 * unit;
    });
    if (near < 0) return null;
    const feature = features[near]!;
    const { atMm } = edgeOffset(outline, feature.edge, point);
    const end = Math.min(5 * unit, (feature.toMm - feature.fromMm) / 3);
    const part = atMm < feature.fromMm + end ? "from" : atMm > feature.toMm - end ? "to" : "all";
    return { what: "feature", index: near, part, grabMm: atMm, was: feature };
  };

  const setFeature = (index: number, more: Partial<EdgeFeature>) =>
    change({ features: features.map((f, i) => (i === index ? { ...f, ...more } : f)) }, `feature ${index}`);
  const setWindow = (index: number, more: Partial<PanelWindow>) =>
    change(
      { windows: windows.map((w, i) => (i === index ? ({ ...w, ...more } as PanelWindow) : w)) },
      `window ${index}`,
    );

  const down = (event: PointerEvent<SVGSVGElement>) => {
    if (event.button !== 0) return;
    const point = pointerPlace(event.currentTarget, event);
    const on = ontoPanel(outline, point);
    event.currentTarget.setPointerCapture(event.pointerId);
    if (tool === "move") grip.current = gripAt(on);
    else if (tool === "camera" || tool === "sensor") {
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
    } else {
      const edge = nearestEdge(point);
      const at = along(edge, on);
      grip.current = { what: "new", edge, kind: tool, fromMm: at, toMm: at };
      setBegun(grip.current);
    }
  };
  const move = (event: PointerEvent<SVGSVGElement>) => {
    const held = grip.current;
    if (!held) return;
    const on = ontoPanel(outline, pointerPlace(event.currentTarget, event));
    if (held.what === "new") {
      grip.current = { ...held, toMm: along(held.edge, on) };
      setBegun(grip.current);
    } else if (held.what === "window") {
      setWindow(held.index, ontoPanel(outline, { xMm: on.xMm + held.dxMm, yMm: on.yMm + held.dyMm }));
    } else {
      const { was, part, grabMm, index } = held;
      const at = along(was.edge, on);
      const length = edgeLengthMm(outline, was.edge);
      if (part === "from") setFeature(index, { fromMm: Math.min(at, was.toMm - 1) });
      else if (part === "to") setFeature(index, { toMm: Math.max(at, was.fromMm + 1) });
      else {
        const by = Math.max(-was.fromMm, Math.min(length - was.toMm, at - Math.round(grabMm)));
        setFeature(index, { fromMm: was.fromMm + by, toMm: was.toMm + by });
      }
    }
  };
  const up = (event: PointerEvent<SVGSVGElement>) => {
    move(event);
    const held = grip.current;
    grip.current = null;
    setBegun(null);
    if (held?.what !== "new") return;
    const [fromMm, toMm] = [Math.min(held.fromMm, held.toMm), Math.max(held.fromMm, held.toMm)];
    if (toMm - fromMm < 1) return;
    const added: EdgeFeature = {
      edge: held.edge,
      fromMm,
      toMm,
      kind: held.kind,
      label: labelOf[held.kind],
      ...(held.kind === "shallow" ? { maxDepthMm: 2 } : {}),
    };
    change({ features: [...features, added] }, "add a stretch");
  };

  const readDrawing = async (file: File) => {
    setRead(undefined);
    try {
      const answer = await fetch("/api/outline", { method: "POST", body: await file.arrayBuffer() });
      if (!answer.ok) {
        setRead(`${file.name}: ${((await answer.json()) as Problem).detail}`);
        return;
      }
      const told = (await answer.json()) as { outline: typeof outline; found: string };
      change({ outline: told.outline }, "outline from a drawing");
      setRead(`${file.name}: ${told.found}. Check the size below.`);
    } catch {
      setRead("No answer from the server. Choose the file again.");
    }
  };
  const setOutline = (more: Partial<typeof outline>) =>
    change({ outline: { ...outline, ...more } }, "outline");

  return (
    <div className="grid gap-6 lg:grid-cols-2">
      <div>
        <div role="group" aria-label="What to draw" className="flex flex-wrap gap-1.5">
          {tools.map((name) => (
            <button
              key={name}
              type="button"
              aria-pressed={tool === name}
              className="control border-soft px-3 font-normal aria-pressed:bg-ink aria-pressed:text-on-ink"
              onClick={() => setTool(name)}
            >
              {toolWords[name]}
            </button>
          ))}
        </div>
        <p className="mt-1">{howTo[tool]}</p>
        {drawable ? (
          <PlanFrame
            outline={outline}
            borderMm={family.borderMm || 0}
            features={features.filter((f) => f.toMm > f.fromMm)}
            windows={windows}
            marginUnits={8}
            role="application"
            className="cursor-crosshair touch-none"
            title="The panel from the viewer's side, to draw its edges on"
            onPointerDown={down}
            onPointerMove={move}
            onPointerUp={up}
            onPointerCancel={() => {
              grip.current = null;
              setBegun(null);
            }}
          >
            {({ unit: u }) => begun && <Begun {...{ outline, depth }} grip={begun} unit={u} />}
          </PlanFrame>
        ) : (
          <p className="edge-hatch text-danger">Width and height must be known before anything is drawn.</p>
        )}
      </div>
      <div className="grid content-start gap-4">
        <div className="grid grid-cols-2 gap-2 sm:grid-cols-4">
          <NumberEntry
            label="Width, mm"
            value={outline.widthMm}
            path="outline.widthMm"
            onChange={(mm) => setOutline({ widthMm: mm! })}
          />
          <NumberEntry
            label="Height, mm"
            value={outline.heightMm}
            path="outline.heightMm"
            onChange={(mm) => setOutline({ heightMm: mm! })}
          />
          <NumberEntry
            label="Corner, mm"
            optional
            value={outline.cornerRadiusMm}
            path="outline.cornerRadiusMm"
            onChange={(mm) => setOutline({ cornerRadiusMm: mm })}
          />
          <NumberEntry
            label="Border, mm"
            value={family.borderMm}
            path="borderMm"
            onChange={(mm) => change({ borderMm: mm! }, "border")}
          />
        </div>
        <label className="block">
          <span className="mb-1 block font-semibold">Outline from a drawing (SVG or DXF)</span>
          <input
            type="file"
            accept=".svg,.dxf,image/svg+xml"
            className="entry"
            onChange={(event) => {
              const file = event.target.files?.[0];
              if (file) void readDrawing(file);
              event.target.value = "";
            }}
          />
        </label>
        <p role="status">{read}</p>
      </div>
      <div className="lg:col-span-2">
        <h3 className="font-semibold">Stretches of the edges, mm from the left or from the top</h3>
        <Rows
          title="Edge features"
          addLabel="Add a stretch"
          rows={features}
          blank={(): EdgeFeature => ({
            edge: "top",
            fromMm: 0,
            toMm: 10,
            kind: "keep-out",
            label: "keep out",
          })}
          nameOf={(feature) => feature.label}
          onChange={(next) => change({ features: next }, "features")}
        >
          {(feature, set, i) => (
            <>
              <ChoiceEntry
                label="Edge"
                value={feature.edge}
                options={edges}
                path={`features[${i}].edge`}
                onChange={(edge) => set({ edge })}
              />
              <ChoiceEntry
                label="Kind"
                value={feature.kind}
                options={featureKinds}
                path={`features[${i}].kind`}
                onChange={(kind) =>
                  set({ kind, maxDepthMm: kind === "shallow" ? (feature.maxDepthMm ?? 2) : undefined })
                }
              />
              <NumberEntry
                label="From, mm"
                value={feature.fromMm}
                path={`features[${i}].fromMm`}
                onChange={(mm) => set({ fromMm: mm! })}
              />
              <NumberEntry
                label="To, mm"
                value={feature.toMm}
                path={`features[${i}].toMm`}
                onChange={(mm) => set({ toMm: mm! })}
              />
              {feature.kind === "shallow" && (
                <NumberEntry
                  label="No deeper than, mm"
                  value={feature.maxDepthMm}
                  path={`features[${i}].maxDepthMm`}
                  onChange={(mm) => set({ maxDepthMm: mm })}
                />
              )}
              <TextEntry
                label="What is there"
                value={feature.label}
                path={`features[${i}].label`}
                onChange={(label) => set({ label })}
              />
              <ChoiceEntry
                label="Liquid"
                value={feature.noLiquid ? "must stay dry" : "does no harm"}
                options={["does no harm", "must stay dry"]}
                path={`features[${i}].noLiquid`}
                onChange={(liquid) => set({ noLiquid: liquid === "must stay dry" ? true : undefined })}
              />
            </>
          )}
        </Rows>
      </div>
      <div className="lg:col-span-2">
        <h3 className="font-semibold">Windows that stay clear of adhesive</h3>
        <Rows
          title="Windows"
          addLabel="Add a window"
          rows={windows}
          blank={(): PanelWindow => ({ kind: "sensor", label: "sensor", xMm: 10, yMm: 10, radiusMm: 2 })}
          nameOf={(w) => w.label}
          onChange={(next) => change({ windows: next }, "windows")}
        >
          {(w, _set, i) => (
            <>
              <ChoiceEntry
                label="Window"
                value={w.kind}
                options={["camera", "sensor"]}
                path={`windows[${i}].kind`}
                onChange={(kind) => setWindow(i, { kind })}
              />
              <TextEntry
                label="Name"
                value={w.label}
                path={`windows[${i}].label`}
                onChange={(label) => setWindow(i, { label })}
              />
              <ChoiceEntry
                label="Shape"
                value={"radiusMm" in w ? "round" : "square"}
                options={["round", "square"]}
                path={`windows[${i}]`}
                onChange={(shape) => {
                  const { kind, label } = w;
                  const box = windowBox(w);
                  const next: PanelWindow =
                    shape === "round"
                      ? {
                          kind,
                          label,
                          xMm: box.xMm + box.widthMm / 2,
                          yMm: box.yMm + box.heightMm / 2,
                          radiusMm: Math.min(box.widthMm, box.heightMm) / 2,
                        }
                      : { kind, label, ...box };
                  change({ windows: windows.map((o, n) => (n === i ? next : o)) }, `window ${i}`);
                }}
              />
              <NumberEntry
                label={"radiusMm" in w ? "Middle from left, mm" : "From left, mm"}
                value={w.xMm}
                path={`windows[${i}].xMm`}
                onChange={(mm) => setWindow(i, { xMm: mm! })}
              />
              <NumberEntry
                label={"radiusMm" in w ? "Middle from top, mm" : "From top, mm"}
                value={w.yMm}
                path={`windows[${i}].yMm`}
                onChange={(mm) => setWindow(i, { yMm: mm! })}
              />
              {"radiusMm" in w ? (
                <NumberEntry
                  label="Radius, mm"
                  value={w.radiusMm}
                  path={`windows[${i}].radiusMm`}
                  onChange={(mm) => setWindow(i, { radiusMm: mm! })}
                />
              ) : (
                <>
                  <NumberEntry
                    label="Width, mm"
                    value={w.widthMm}
                    path={`windows[${i}].widthMm`}
                    onChange={(mm) => setWindow(i, { widthMm: mm! })}
                  />
                  <NumberEntry
                    label="Height, mm"
                    value={w.heightMm}
                    path={`windows[${i}].heightMm`}
                    onChange={(mm) => setWindow(i, { heightMm: mm! })}
                  />
                </>
              )}
            </>
          )}
        </Rows>
      </div>
    </div>
  );
}

/** A stretch while it is dragged. */
function Begun({
  outline,
  grip,
  depth,
  unit,
}: {
  outline: { widthMm: number; heightMm: number };
  grip: { edge: Edge; kind: EdgeFeature["kind"]; fromMm: number; toMm: number };
  depth: number;
  unit: number;
}) {
  const [from, to] = [Math.min(grip.fromMm, grip.toMm), Math.max(grip.fromMm, grip.toMm)];
  const upright = grip.edge === "left" || grip.edge === "right";
  return (
    <rect
      x={upright ? (grip.edge === "left" ? 0 : outline.widthMm - depth) : from}
      y={upright ? from : grip.edge === "top" ? 0 : outline.heightMm - depth}
      width={upright ? depth : to - from}
      height={upright ? to - from : depth}
      fill="none"
      stroke={hues[grip.kind]}
      strokeWidth={0.9 * unit}
      strokeDasharray={`${1.5 * unit} ${unit}`}
    />
  );
}
