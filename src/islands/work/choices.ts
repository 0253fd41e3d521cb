import type { PlayedMove } from "../../../core/twin/play.ts";
import type { Scene } from "../../../core/device/scene.ts";

/** A field that somebody types in before a move is recorded. */
export interface AskedField {
  name: string;
  label: string;
  kind: "number" | "text" | "long" | "date";
  unit?: string;
  optional?: boolean;
}

/** Fields by the kind of move; a move that is not here needs no typing. */
export function fieldsOf(kind: string): AskedField[] {
  switch (kind) {
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
      return [{ name: "text", label: "What the customer is told", kind: "long" }];
    case "looked-for-bubbles":
      return [{ name: "bubbles", label: "Bubbles", kind: "number" }];
    default:
      return [];
  }
}

/** Fields that nobody may take from what is hoped for: they start empty. */
const startsEmpty: ReadonlySet<string> = new Set(["count", "lot", "reason", "bubbles"]);

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
    .filter(({ data }) => move.faults(scene, data) === null || fieldsOf(move.kind).length > 0);
}

/** What a button says where there is one answer only. */
const labels: Record<string, string> = {
  "damage-drawn": "All drawn",
  "heat-chosen": "Use this heat",
  "dose-chosen": "Use this dose",
  "pattern-chosen": "Use this pattern",
  "exposure-chosen": "Use these times",
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
  "film-cut-out": "Cut",
};
