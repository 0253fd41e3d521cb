import { expect } from "chai";
import { eventKinds, type EventDraft, type JobEvent } from "../../../core/job/event.ts";
import { BenchHand } from "../../../test/bench-hand.ts";
import type { Preferences } from "../../ui/preferences.ts";
import { describeEvent } from "./describe-event.ts";

const metric: Preferences = { ground: "day", temperature: "C", length: "mm", station: "", who: "" };
const inches: Preferences = { ...metric, temperature: "F", length: "inch" };

describe("the log", () => {
  it("has a line of plain words for every event of a whole job", () => {
    for (const [code, route] of [
      ["TK-5", "layer"],
      ["ER-7", "backlight"],
      ["WS-240", "film"],
    ] as const) {
      const hand = new BenchHand(code, route).workTo();
      for (const event of hand.events) {
        const line = describeEvent(event, hand.state, hand.family, metric);
        expect(line)
          .to.match(/^[A-Z0-9]/)
          .and.not.match(/undefined|NaN|\[object|\{/);
        expect(line.length).to.be.below(220);
      }
    }
  });

  const hand = new BenchHand("TK-5", "layer").workTo("lift");
  const say = (draft: EventDraft, preferences = metric) =>
    describeEvent(hand.event(draft), hand.state, hand.family, preferences);

  it("speaks in the reader's units", () => {
    const cut: EventDraft = {
      stage: "lift",
      kind: "stretch-cut",
      data: { edge: "top", fromMm: 0, toMm: 50.8 },
    };
    expect(say(cut)).to.equal("Cut: top edge 0 mm to 51 mm");
    expect(say(cut, inches)).to.equal("Cut: top edge 0 in to 2 in");
    const values = [{ at: "2026-01-01T00:00:00Z", value: 70 }];
    const reading: EventDraft = {
      stage: "lift",
      kind: "reading-taken",
      data: { quantity: "glue line", source: "hand", values },
    };
    expect(say(reading)).to.equal("Glue line: 70 °C");
    expect(say(reading, inches)).to.equal("Glue line: 158 °F");
    const many: EventDraft = {
      stage: "lift",
      kind: "reading-taken",
      data: { quantity: "plate", source: "simulated", values: [...values, ...values, ...values] },
    };
    expect(say(many)).to.equal("Plate: 3 values from 70 °C (simulated)");
    const settings: EventDraft = {
      stage: "lift",
      kind: "setting-chosen",
      data: { settings: { plateC: 97, soakS: 115 } },
    };
    expect(say(settings, inches)).to.equal("Settings: plate 206.6 °F, soak 115 s");
  });

  it("tells what failed, what was signed and what was changed, with the reason", () => {
    expect(
      say({
        stage: "lift",
        kind: "function-checked",
        data: { function: "picture", result: "fail", note: "dark corner" },
      }),
    ).to.equal("Picture failed: dark corner");
    expect(
      say({
        stage: "fit",
        kind: "hold-overridden",
        data: { hold: "checked-after-lift", reason: "rig is out for repair" },
      }),
    ).to.equal('Hold "checked after lift" passed, signed: rig is out for repair');
    expect(
      say({
        stage: "lift",
        kind: "route-changed",
        data: { from: "layer", to: "assembly", reason: "panel died" },
      }),
    ).to.equal("Route changed to whole assembly: panel died");
    expect(say({ stage: "open", kind: "screws-taken", data: { size: "rear", count: 2 } })).to.equal(
      "2 × M1.6 × 5 mm out",
    );
  });

  it("knows every kind of event there is", () => {
    const bare = (kind: string): JobEvent =>
      ({
        id: "x",
        stage: "lift",
        kind,
        station: "",
        who: "tove",
        at: "2026-01-01T00:00:00.000Z",
        data: sample[kind] ?? {},
      }) as JobEvent;
    const sample: Record<string, object> = {
      "job-opened": { route: "layer", complaint: "cracked", dueAt: null },
      "step-done": { step: "bare" },
      "step-skipped": { step: "check-picture" },
      "screw-missed": { cell: 3 },
      "screw-found": { cell: 3, from: "stock", lengthMm: 5 },
      "screw-left-over": { note: "on the mat" },
      "screw-left-over-settled": { note: "from the stand" },
      "liners-counted": { count: 3 },
      "question-answered": { question: "bleeding", answer: "no" },
      "damage-marked": {
        damage: "crack",
        points: [
          { xMm: 0, yMm: 0 },
          { xMm: 30, yMm: 40 },
        ],
      },
      quoted: {
        currency: "EUR",
        agreed: "layer",
        input: {
          options: [{ name: "Layer only", parts: 10, hours: 1, wins: 0, tries: 0 }],
          ratePerHour: 50,
          priorWins: 3,
          priorTries: 4,
        },
      },
      "photo-added": { widthPx: 640, heightPx: 480 },
      "family-adopted": { version: 2 },
      "connector-opened": { connector: "panel" },
      "connector-closed": { connector: "panel" },
      "screws-taken": { size: "rear", count: 1 },
      "screws-returned": { size: "rear", count: 1 },
      "setting-chosen": { settings: { plateC: 90 } },
      "wedge-read": {
        glue: "optical adhesive film",
        glueC: 75,
        input: {
          lifted: { modulusGpa: 70, thicknessMm: 0.7 },
          base: { support: "held" },
          wedgeMm: 0.3,
          frontMm: 25,
        },
      },
      "reading-taken": {
        quantity: "room",
        source: "hand",
        values: [{ at: "2026-01-01T00:00:00Z", value: 20 }],
      },
      "note-written": { text: "a note" },
      "timer-started": { timer: "soak-1", label: "Soak 1", durationS: 60 },
      "timer-stopped": { timer: "soak-1" },
      "stretch-cut": { edge: "top", fromMm: 0, toMm: 10 },
      "pace-marked": { edge: "top", fromMm: 0, toMm: 10, pace: "thick" },
      "solvent-chosen": { solvent: "ethanol", volumeMl: 5, evaporateMin: 4 },
      "axis-read": { film: "front", angleDeg: 30, level: 412, source: "photo" },
      "axis-chosen": { film: "rear", axisDeg: 44.96, from: "measured" },
      "film-taken": {
        film: "front",
        widthMm: 140,
        heightMm: 52,
        axisDeg: 45,
        sheet: "S-3",
        lot: "24-07",
      },
      "residue-marked": {
        points: [
          { xMm: 0, yMm: 0 },
          { xMm: 10, yMm: 10 },
        ],
      },
      "residue-cleared": { residue: "00000000-0000-4000-8000-000000000000" },
      "photo-inspected": {
        lighting: "dark",
        source: "photo",
        defects: [
          { kind: "speck", xMm: 20, yMm: 30, areaMm2: 0.2, lengthMm: 0.5, strength: 14, overruled: false },
        ],
      },
      "panel-tested": { part: "pacing", frames: 300, medianMs: 16.7, worstMs: 33, latePct: 1.2 },
      "alloy-chosen": { alloy: "SAC305", before: "unknown" },
      "profile-read": {
        source: "simulated",
        readings: [
          { timeS: 0, temperatureC: 25 },
          { timeS: 60, temperatureC: 180 },
          { timeS: 120, temperatureC: 240 },
        ],
      },
      "contacts-planned": { contacts: 12, mode: "neighbours", nets: [] },
      "contact-probed": { a: 1, b: 2, reading: "silence" },
      "function-checked": { function: "touch", result: "not-fitted" },
      "part-spent": { part: "glass", quantity: 1, unit: "piece" },
      "lot-chosen": {
        kind: "adhesive",
        lot: "LA-1",
        material: "UV-curing liquid optical adhesive",
        expiresOn: "2027-01-31",
        openedOn: null,
        openDays: 90,
      },
      "school-chosen": { school: "sheet" },
      "pattern-chosen": { name: "Own", pieces: [{ kind: "dot", xMm: 10, yMm: 10, volumeUl: 50 }] },
      "bubble-marked": { xMm: 10, yMm: 10, diameterMm: 0.4 },
      "bubble-settled": { bubble: "00000000-0000-4000-8000-000000000000", as: "rework" },
      "route-changed": { from: "layer", to: "assembly", reason: "why" },
      "hold-overridden": { hold: "steps-left", reason: "because of this" },
      "sent-back": { to: "clean", reason: "a speck" },
      "customer-told": { text: "New glass." },
      "job-held": { reason: "film on order" },
      "job-ended": { outcome: "repaired" },
    };
    const lines = eventKinds.map((kind) => describeEvent(bare(kind), hand.state, hand.family, metric));
    lines.forEach((line) => expect(line).to.match(/^[A-Z0-9]/));
    expect(new Set(lines).size).to.be.at.least(eventKinds.length - 1);
  });
});
