import type { PlayedMove } from "../../../core/twin/play.ts";
import type { Scene } from "../../../core/device/scene.ts";
import { answerNamed, type QuestionKey } from "../../../core/route/decision-tree.ts";
import { t } from "../../../words/work.ts";

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
      return [{ name: "count", label: t("on-the-bench"), kind: "number" }];
    case "lot-taken":
      return [
        { name: "lot", label: t("lot"), kind: "text" },
        { name: "material", label: t("material"), kind: "text" },
        { name: "goodUntil", label: t("good-until"), kind: "date", optional: true },
      ];
    case "film-cut-out":
      return [
        { name: "sheet", label: t("sheet"), kind: "text" },
        { name: "lot", label: t("lot"), kind: "text" },
        { name: "axisDeg", label: t("axis"), kind: "number", unit: "°" },
      ];
    case "trouble-settled":
      return [
        { name: "what", label: t("what"), kind: "text" },
        { name: "reason", label: t("who-and-how"), kind: "text" },
      ];
    case "customer-told":
      return [{ name: "text", label: t("what-the-customer-is-told"), kind: "long" }];
    case "looked-for-bubbles":
      return [{ name: "bubbles", label: t("bubbles"), kind: "number" }];
    default:
      return [];
  }
}

/** Beside the buttons of the bar so much is free on a phone held sideways; so wide are a letter of a button and the rest of it, px. */
const BAR = { free: 640, letter: 9, button: 40 } as const;

/** Whether answers that need no typing stand in one row of that bar. */
export const fitsTheBar = (answers: readonly AnswerButton[]): boolean =>
  answers.reduce((wide, { label }) => wide + BAR.button + BAR.letter * label.length, 0) <= BAR.free;

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
      labels: {
        works: t("works"),
        dead: t("dead"),
        "not-fitted": t("not-fitted"),
        "cannot-tell": t("cannot-tell"),
      },
    },
    "function-tested": { field: "result", labels: { pass: t("works"), fail: t("fails") } },
    "seated-tried": { field: "fault", labels: { still: t("still-there"), gone: t("gone") } },
    "found-dead": { field: "result", labels: { dead: t("dead"), alive: t("still-alive") } },
    "edge-seen-dry": { field: "result", labels: { dry: t("dry"), wet: t("wet") } },
    "lit-bare": { field: "result", labels: { even: t("even-white"), uneven: t("uneven"), dark: t("dark") } },
    "looked-clean": { field: "result", labels: { clean: t("clean"), "glue left": t("glue-left") } },
    "dry-fitted": { field: "result", labels: { fits: t("fits"), "does not fit": t("does-not-fit") } },
    "looked-under": { field: "result", labels: { clear: t("nothing-under-it"), specks: t("specks") } },
    "up-edge-marked": {
      field: "edge",
      labels: { top: t("top"), right: t("right"), bottom: t("bottom"), left: t("left") },
    },
    "trouble-settled": {
      field: "as",
      labels: {
        "try again": t("try-again"),
        "take it off again": t("take-it-off-again"),
        broke: t("it-broke"),
      },
    },
  };
  const known = results[move.kind];
  if (move.kind === "question-answered") {
    return (move.offers(scene, null) as { question: QuestionKey; answer: string }[]).map((data) => ({
      label: answerNamed(data.question, data.answer)?.label ?? data.answer,
      data,
    }));
  }
  if (!known) return [{ label: labels[move.kind] ?? t("done"), data: hoped }];
  return Object.entries(known.labels)
    .map(([value, label]) => ({ label, data: { ...hoped, [known.field]: value } }))
    .filter(({ data }) => move.faults(scene, data) === null || fieldsOf(move.kind).length > 0);
}

/** What a button says where there is one answer only. */
const labels: Record<string, string> = {
  get "damage-drawn"() {
    return t("all-drawn");
  },
  get "heat-chosen"() {
    return t("use-this-heat");
  },
  get "dose-chosen"() {
    return t("use-this-dose");
  },
  get "pattern-chosen"() {
    return t("use-this-pattern");
  },
  get "exposure-chosen"() {
    return t("use-these-times");
  },
  get "liners-counted"() {
    return t("counted");
  },
  get "looked-for-bubbles"() {
    return t("looked");
  },
  get "sheets-photographed"() {
    return t("photo-taken");
  },
  get "pins-home"() {
    return t("home");
  },
  get "heat-put-away"() {
    return t("off-cold-and-away");
  },
  get "licence-confirmed"() {
    return t("i-hold-it");
  },
  get "customer-told"() {
    return t("told");
  },
  get "certificate-signed"() {
    return t("sign");
  },
  get ended() {
    return t("hand-it-over");
  },
  get released() {
    return t("release");
  },
  get "lot-taken"() {
    return t("use-this-lot");
  },
  get "film-cut-out"() {
    return t("cut");
  },
};
