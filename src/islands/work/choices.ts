import type { PlayedMove } from "../../../core/twin/play.ts";
import type { Scene } from "../../../core/device/scene.ts";
import { routesOffered } from "../../../core/intake/moves/agreed.ts";

/** A field that somebody types in before a move is recorded. */
export interface AskedField {
  name: string;
  label: string;
  kind: "number" | "text" | "date" | "choice";
  unit?: string;
  options?: readonly string[];
  /** Money is typed in whole units and kept in the minor one. */
  scale?: number;
  optional?: boolean;
}

/** Fields by the kind of move; a move that is not here needs no typing. */
export function fieldsOf(scene: Scene, kind: string): AskedField[] {
  switch (kind) {
    case "agreed":
      return [
        { name: "route", label: "Route", kind: "choice", options: routesOffered(scene) },
        { name: "priceMinor", label: "Price", kind: "number", unit: "EUR", scale: 100 },
        { name: "worstMinor", label: "Worst case", kind: "number", unit: "EUR", scale: 100 },
      ];
    case "aligned":
      return (["topMm", "rightMm", "bottomMm", "leftMm"] as const).map((name) => ({
        name,
        label: name.replace("Mm", ""),
        kind: "number" as const,
        unit: "mm",
      }));
    case "lamp-read":
      return [{ name: "irradianceMwCm2", label: "Reading", kind: "number", unit: "mW/cm²" }];
    case "axis-read":
      return [
        { name: "angleDeg", label: "Angle", kind: "number", unit: "°" },
        { name: "level", label: "Light", kind: "number" },
      ];
    case "liners-counted":
      return [{ name: "count", label: "On the bench", kind: "number" }];
    case "lot-taken":
      return [
        { name: "lot", label: "Lot", kind: "text" },
        { name: "material", label: "Material", kind: "text" },
        { name: "goodUntil", label: "Good until", kind: "date", optional: true },
      ];
    case "film-cut-out":
      return [
        { name: "sheet", label: "Sheet", kind: "text" },
        { name: "lot", label: "Lot", kind: "text" },
        { name: "axisDeg", label: "Axis", kind: "number", unit: "°" },
      ];
    case "trouble-settled":
      return [
        { name: "what", label: "What", kind: "text" },
        { name: "reason", label: "Who and how", kind: "text" },
      ];
    case "customer-told":
      return [{ name: "text", label: "Said", kind: "text" }];
    case "looked-for-bubbles":
      return [{ name: "bubbles", label: "Bubbles", kind: "number" }];
    default:
      return [];
  }
}

/** Fields that nobody may take from what is hoped for: they start empty. */
const startsEmpty: ReadonlySet<string> = new Set([
  "topMm",
  "rightMm",
  "bottomMm",
  "leftMm",
  "irradianceMwCm2",
  "level",
  "count",
  "lot",
  "reason",
  "bubbles",
  "priceMinor",
  "worstMinor",
]);

export const firstText = (field: AskedField, data: Record<string, unknown>): string => {
  const value = data[field.name];
  return startsEmpty.has(field.name) || value === null || value === undefined ? "" : String(value);
};

/** A button that records an answer. */
export interface AnswerButton {
  label: string;
  data: Record<string, unknown>;
}

/** What can be answered: one button for each result that there may be. */
export function answersOf(scene: Scene, move: PlayedMove, hoped: Record<string, unknown>): AnswerButton[] {
  const results: Record<string, { field: string; labels: Record<string, string> }> = {
    "function-tried": {
      field: "result",
      labels: { works: "Works", dead: "Dead", "not-fitted": "Not fitted", "cannot-tell": "Cannot tell" },
    },
    "function-tested": { field: "result", labels: { pass: "Works", fail: "Fails" } },
    "seated-tried": { field: "fault", labels: { still: "Still there", gone: "Gone" } },
    "found-dead": { field: "result", labels: { dead: "Dead", alive: "Still alive" } },
    "edge-seen-dry": { field: "result", labels: { dry: "Dry", wet: "Wet" } },
    "lit-bare": { field: "result", labels: { even: "Even white", uneven: "Uneven", dark: "Dark" } },
    "looked-clean": { field: "result", labels: { clean: "Clean", "glue left": "Glue left" } },
    "dry-fitted": { field: "result", labels: { fits: "Fits", "does not fit": "Does not fit" } },
    "looked-under": { field: "result", labels: { clear: "Nothing under it", specks: "Specks" } },
    "contact-probed": { field: "reading", labels: { silence: "Silence", beep: "Beep" } },
    agreed: { field: "answer", labels: { yes: "Customer agrees", no: "Customer declines" } },
    "up-edge-marked": {
      field: "edge",
      labels: { top: "Top", right: "Right", bottom: "Bottom", left: "Left" },
    },
    "trouble-settled": {
      field: "as",
      labels: { "try again": "Try again", "take it off again": "Take it off again", broke: "It broke" },
    },
  };
  const known = results[move.kind];
  if (move.kind === "question-answered") {
    return move.offers(scene, null).map((data) => ({
      label: String((data as { answer: string }).answer),
      data: data as Record<string, unknown>,
    }));
  }
  if (!known) return [{ label: labels[move.kind] ?? "Done", data: hoped }];
  return Object.entries(known.labels)
    .map(([value, label]) => ({ label, data: { ...hoped, [known.field]: value } }))
    .filter(({ data }) => move.faults(scene, data) === null || fieldsOf(scene, move.kind).length > 0);
}

/** What a button says where there is one answer only. */
const labels: Record<string, string> = {
  "damage-drawn": "All drawn",
  "axis-read": "Save reading",
  aligned: "Save border",
  "lamp-read": "Save reading",
  "liners-counted": "Counted",
  "looked-for-bubbles": "Looked",
  "sheets-photographed": "Photo taken",
  "pins-home": "Home",
  "heat-put-away": "Off, cold and away",
  "licence-confirmed": "I hold it",
  "customer-told": "Told",
  "certificate-signed": "Sign",
  ended: "Hand it over",
  released: "Release",
  "lot-taken": "Use this lot",
  "solvent-chosen": "Use it",
  "alloy-chosen": "Use it",
  "film-cut-out": "Cut",
};
