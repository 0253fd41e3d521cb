import { z } from "zod";
import { axisDeg, filmPiece, filmSide } from "../film/films.ts";
import { heatMethodKinds } from "../heat/heat-methods.ts";
import { bubbleFates, bubblePlace } from "../bond/bubbles.ts";
import { namedPattern } from "../bond/pattern.ts";
import { acceptanceTable } from "../prove/acceptance.ts";
import { panelTested } from "../prove/panel-test.ts";
import { defect } from "../prove/photo-inspect.ts";
import { alloyNames } from "../materials/alloys.ts";
import { checkedContactPlan, probe } from "../rework/contact-check.ts";
import { reflowReading } from "../rework/reflow-profile.ts";
import { lightings } from "../prove/find-defects.ts";
import { residuePatch } from "../clean/residue.ts";
import { damage } from "../intake/damage.ts";
import { pacedStretch } from "../lift/cut-pace.ts";
import { liftStressInput } from "../lift/lift-stress.ts";
import { answerNamed, questionKeys, questionNamed } from "../route/decision-tree.ts";
import { lotTold } from "../materials/lots.ts";
import { solventNames } from "../materials/solvents.ts";
import { routeChoiceInput } from "../route/route-choice.ts";
import { key } from "../stack/family.ts";
import { edges } from "../stack/outline.ts";
import { bounded, boundedWhole, durationS, temperatureC, words } from "../units.ts";
import { routeNames, schools, stageNames } from "./route.ts";

export const holdNames = [
  "job-held",
  "stage-order",
  "mains-safe",
  "power-isolated",
  "steps-left",
  "route-possible",
  "dry-before-power",
  "no-hot-tool",
  "driver-edge-dry",
  "freshly-wiped",
  "lot-in-date",
  "checked-after-lift",
  "proved-before-close",
  "clear-before-close",
  "screws-reconciled",
  "nothing-left-out",
  "pins-home",
  "joint-sound",
  "proved-shut",
] as const;
export type HoldName = (typeof holdNames)[number];

export const checkResults = ["pass", "fail", "not-fitted"] as const;
export type CheckResult = (typeof checkResults)[number];

export const outcomes = ["repaired", "assembly fitted", "connection seated", "given up"] as const;
export type Outcome = (typeof outcomes)[number];

/** What a bench can read by hand, with the unit its values are kept in and the bounds it can meet. */
export const readingKinds = {
  plate: { label: "Plate", unit: "C", min: -100, max: 400 },
  "glue line": { label: "Glue line", unit: "C", min: -100, max: 400 },
  face: { label: "Glass face", unit: "C", min: -100, max: 400 },
  room: { label: "Room", unit: "C", min: -30, max: 60 },
  irradiance: { label: "Irradiance", unit: "mW/cm2", min: 0, max: 100_000 },
  mass: { label: "Adhesive laid", unit: "g", min: 0, max: 5_000 },
  viscosity: { label: "Viscosity", unit: "Pa s", min: 0.001, max: 10_000 },
  "chamber pressure": { label: "Chamber", unit: "bar", min: 0, max: 100 },
  "border offset": { label: "Border offset", unit: "mm", min: 0, max: 50 },
} as const satisfies Record<string, { label: string; unit: string; min: number; max: number }>;
export type ReadingKind = keyof typeof readingKinds;
export const readingKindNames = Object.keys(readingKinds) as [ReadingKind, ...ReadingKind[]];

const instant = () => z.iso.datetime({ error: "must be a time in UTC such as 2026-03-01T08:30:00Z" });
const empty = () => z.strictObject({});

const readingTaken = z
  .strictObject({
    quantity: z.enum(readingKindNames, { error: `must be one of ${readingKindNames.join(", ")}` }),
    source: z.enum(["hand", "logger", "photo", "simulated"], {
      error: "must be one of hand, logger, photo, simulated",
    }),
    values: z
      .array(z.strictObject({ at: instant(), value: bounded(-1e6, 1e6) }))
      .min(1)
      .max(2_000),
  })
  .superRefine((reading, context) => {
    const { min, max, unit } = readingKinds[reading.quantity];
    reading.values.forEach(({ value }, i) => {
      if (value < min || value > max) {
        context.addIssue({
          code: "custom",
          path: ["values", i, "value"],
          message: `${value} ${unit} must be a number from ${min} to ${max}`,
        });
      }
    });
  });

const cell = () => boundedWhole(1, 10_000);
/** Where nobody told the screws apart: so many of one size. */
const screwCount = z.strictObject({ size: key(), count: boundedWhole(1, 200) });

const questionAnswered = z
  .strictObject({
    question: z.enum(questionKeys, { error: `must be one of ${questionKeys.join(", ")}` }),
    answer: words(80),
  })
  .superRefine(({ question, answer }, context) => {
    if (answerNamed(question, answer)) return;
    context.addIssue({
      code: "custom",
      path: ["answer"],
      message: `"${answer}" must be one of ${questionNamed(question)
        .answers.map((a) => a.key)
        .join("; ")}`,
    });
  });

/** A currency by its ISO 4217 letters. */
export const currency = () =>
  z.string().regex(/^[A-Z]{3}$/, { error: "must be the three letters of a currency, such as EUR" });

/** What can happen to a job, and what each event tells. */
export const eventData = {
  "job-opened": z.strictObject({
    route: z.enum(routeNames, { error: `must be one of ${routeNames.join(", ")}` }),
    complaint: words(500),
    dueAt: instant().nullable(),
  }),
  "stage-started": empty(),
  "stage-ended": empty(),
  "step-done": z.strictObject({ step: key() }),
  "step-skipped": z.strictObject({ step: key() }),
  "power-isolated": empty(),
  /** The device still answers its power button: it was not isolated after all. */
  "power-live": empty(),
  "connector-opened": z.strictObject({ connector: key() }),
  "connector-closed": z.strictObject({ connector: key() }),
  "screws-taken": z.union([z.strictObject({ cells: z.array(cell()).min(1).max(1_000) }), screwCount]),
  "screws-returned": z.union([
    z.strictObject({
      screws: z
        .array(z.strictObject({ cell: cell(), hole: cell(), meant: z.boolean().optional() }))
        .min(1)
        .max(1_000),
    }),
    screwCount,
  ]),
  "screw-missed": z.strictObject({ cell: cell() }),
  /** The cell has its screw again: found, or one from stock, whose length may differ. */
  "screw-found": z.strictObject({
    cell: cell(),
    from: z.enum(["bench", "stock"], { error: "must be bench or stock" }),
    lengthMm: bounded(0.5, 100).optional(),
  }),
  "screw-left-over": z.strictObject({ note: words(200) }),
  "screw-left-over-settled": z.strictObject({ note: words(200) }),
  "liners-counted": z.strictObject({ count: boundedWhole(0, 1_000) }),
  "question-answered": questionAnswered,
  "damage-marked": damage,
  /** What the customer was told: the odds and the money as they were reckoned then. Money in the minor unit. */
  quoted: z.strictObject({
    currency: currency(),
    input: routeChoiceInput,
    /** Which of the options is the route that was agreed. */
    agreed: z.enum(routeNames, { error: `must be one of ${routeNames.join(", ")}` }),
  }),
  /** The picture itself is kept under the event's id. */
  "photo-added": z.strictObject({
    widthPx: boundedWhole(1, 20_000),
    heightPx: boundedWhole(1, 20_000),
    caption: z.string().trim().max(200).optional(),
  }),
  /** The job goes on with a newer version of its family. */
  "family-adopted": z.strictObject({ version: boundedWhole(1, 1_000_000) }),
  "setting-chosen": z.strictObject({
    settings: z.record(z.string().max(40), bounded(-1e6, 1e6)),
    /** What the heat comes from, where heat is chosen; a plate where it is not named. */
    method: z.enum(heatMethodKinds, { error: `must be one of ${heatMethodKinds.join(", ")}` }).optional(),
  }),
  "reading-taken": readingTaken,
  /** How far from the wedge the glue still held, and from what it is reckoned how hard. */
  "wedge-read": z.strictObject({ glue: words(80), glueC: temperatureC(), input: liftStressInput }),
  "note-written": z.strictObject({ text: words(2_000) }),
  "timer-started": z.strictObject({
    timer: key(),
    label: words(80),
    durationS: durationS(),
    /** A timer that this one takes over from. */
    stops: key().optional(),
  }),
  "timer-stopped": z.strictObject({ timer: key() }),
  "stretch-cut": z.strictObject({
    edge: z.enum(edges),
    fromMm: bounded(0, 5_000),
    toMm: bounded(0, 5_000),
  }),
  /** The glue of a stretch turned out thicker than was thought, or thin after all. */
  "pace-marked": pacedStretch,
  /** What is on the cloth, how much of it in all, and how long it takes to dry off. */
  "solvent-chosen": z.strictObject({
    solvent: z.enum(solventNames as [string, ...string[]], {
      error: `must be one of ${solventNames.join("; ")}`,
    }),
    volumeMl: bounded(0.1, 2_000),
    evaporateMin: bounded(0.5, 240),
    lot: words(60).optional(),
  }),
  /** How much light came through at an angle between the film that is measured and the one that is turned. */
  "axis-read": z.strictObject({
    film: filmSide(),
    angleDeg: bounded(-360, 360),
    level: bounded(0, 1e9),
    source: z.enum(["hand", "simulated", "photo"], { error: "must be one of hand, simulated, photo" }),
  }),
  /** The axis that a new film is to have, and where it comes from. */
  "axis-chosen": z.strictObject({
    film: filmSide(),
    axisDeg: axisDeg(),
    from: z.enum(["measured", "picture", "usual"], { error: "must be one of measured, picture, usual" }),
  }),
  /** A piece of film was cut for this job; the shelf knows from what. */
  "film-taken": z.strictObject({ ...filmPiece.shape, sheet: words(60), lot: words(60) }),
  "residue-marked": residuePatch,
  /** The patch that this id's event marked is gone. */
  "residue-cleared": z.strictObject({ residue: z.uuid({ error: "must be the id of a marked patch" }) }),
  /** A photo of the panel was looked through; what somebody overruled is told with what was found. */
  "photo-inspected": z.strictObject({
    lighting: z.enum(lightings, { error: `must be one of ${lightings.join(", ")}` }),
    source: z.enum(["photo", "simulated"], { error: "must be photo or simulated" }),
    defects: z.array(z.strictObject({ ...defect.shape, overruled: z.boolean() })).max(500),
    /** What a stand-in had planted, and how much of it was found. */
    /** So much was found that stays with the camera, and is left out. */
    cameraDust: boundedWhole(0, 500).optional(),
    truth: z.strictObject({ planted: boundedWhole(0, 500), found: boundedWhole(0, 500) }).optional(),
    /** What the shop let pass when it was judged; the usual table where it is not told. */
    acceptance: acceptanceTable.optional(),
  }),
  /** What a panel's own test told, part by part; the last of a part counts. */
  "panel-tested": panelTested,
  /** The solder of the new joint, and what was there before. */
  "alloy-chosen": z.strictObject({
    alloy: z.enum(alloyNames, { error: `must be one of ${alloyNames.join(", ")}` }),
    before: z.enum([...alloyNames, "unknown"], {
      error: `must be one of ${alloyNames.join(", ")}, unknown`,
    }),
  }),
  /** A soldering profile as it was logged. */
  "profile-read": z.strictObject({
    source: z.enum(["logger", "simulated"], { error: "must be logger or simulated" }),
    readings: z.array(reflowReading).min(3).max(2_000),
  }),
  /** How many contacts the joint has; what was probed before counts no more. */
  "contacts-planned": checkedContactPlan,
  "contact-probed": probe,
  "function-checked": z.strictObject({
    function: key(),
    result: z.enum(checkResults, { error: `must be one of ${checkResults.join(", ")}` }),
    note: z.string().trim().max(500).optional(),
  }),
  "part-spent": z.strictObject({
    part: words(120),
    quantity: bounded(0, 1e6),
    unit: words(20),
    /** Which of the shop's lots it came from. */
    lot: words(60).optional(),
  }),
  /** What the shop knew of a lot when it was taken to the bench. */
  "lot-chosen": lotTold,
  /** How the new layer is joined, where there is a choice. */
  "school-chosen": z.strictObject({
    school: z.enum(schools, { error: `must be one of ${schools.join(", ")}` }),
  }),
  "pattern-chosen": namedPattern,
  "bubble-marked": bubblePlace,
  /** What became of the bubble that this id's event marked. */
  "bubble-settled": z.strictObject({
    bubble: z.uuid({ error: "must be the id of a marked bubble" }),
    as: z.enum(bubbleFates, { error: `must be one of ${bubbleFates.join(", ")}` }),
  }),
  "route-changed": z.strictObject({ from: z.enum(routeNames), to: z.enum(routeNames), reason: words(500) }),
  "hold-overridden": z.strictObject({
    hold: z.enum(holdNames),
    reason: z.string().trim().min(10, { error: "must say why in at least 10 characters" }).max(500),
  }),
  /** The work goes back: that stage and all after it are open again. */
  "sent-back": z.strictObject({
    to: z.enum(stageNames, { error: `must be one of ${stageNames.join(", ")}` }),
    reason: words(500),
  }),
  /** What the customer was told when it was handed over. */
  "customer-told": z.strictObject({ text: words(2_000) }),
  "job-held": z.strictObject({ reason: words(500) }),
  "job-released": empty(),
  "job-ended": z.strictObject({
    outcome: z.enum(outcomes, { error: `must be one of ${outcomes.join(", ")}` }),
    note: z.string().trim().max(500).optional(),
  }),
  undone: z.strictObject({ event: z.uuid({ error: "must be the id of an event" }) }),
} as const;

export type EventKind = keyof typeof eventData;
export const eventKinds = Object.keys(eventData) as [EventKind, ...EventKind[]];
export type EventDataOf<Kind extends EventKind> = z.output<(typeof eventData)[Kind]>;

/** What is about to be recorded: the part that the work decides. Id, who and when are added where it is sent. */
export type EventDraft = {
  [Kind in EventKind]: { stage: (typeof stageNames)[number]; kind: Kind; data: EventDataOf<Kind> };
}[EventKind];

/** Settings of a stage, about to be recorded. */
export type SettingsDraft = Extract<EventDraft, { kind: "setting-chosen" }>;

export type JobEvent = EventDraft & {
  /** UUID made where the event arose, so that sending it again changes nothing. */
  id: string;
  /** Key of the technician. */
  who: string;
  at: string;
};

/** Kept to the millisecond in one way of writing, so that the same moment reads the same wherever it has been stored. */
const moment = () =>
  instant().overwrite((text) => (Number.isNaN(Date.parse(text)) ? text : new Date(text).toISOString()));

const stamped = {
  id: z.uuid({ error: "must be a UUID" }),
  stage: z.enum(stageNames, { error: `must be one of ${stageNames.join(", ")}` }),
  who: key(),
  at: moment(),
};

const [first, ...rest] = eventKinds.map((kind) =>
  z.strictObject({ ...stamped, kind: z.literal(kind), data: eventData[kind] as z.ZodType }),
) as unknown as [z.ZodObject, ...z.ZodObject[]];

/** An event as it comes in from outside. */
export const jobEvent = z.discriminatedUnion("kind", [first, ...rest] as never, {
  error: `must be one of ${eventKinds.join(", ")}`,
}) as unknown as z.ZodType<JobEvent, unknown>;
