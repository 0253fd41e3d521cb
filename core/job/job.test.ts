import { expect } from "chai";
import fc from "fast-check";
import { BenchHand, familyNamed, freshId } from "../../test/bench-hand.ts";
import { chosenPlan, isCut } from "../lift/lift-plan.ts";
import { screwLedger } from "../open/screw-ledger.ts";
import { calculateLiftHeat, chooseSoakS, seamOf, usualSettings } from "../heat/lift-heat.ts";
import { heatDraft } from "./stages/lift.ts";
import { jobEvent, type EventDraft } from "./event.ts";
import { foldJob, standingEvents } from "./fold.ts";
import { needOf, nextAction } from "./next-action.ts";
import { routes, type RouteName } from "./route.ts";

const routed: [string, RouteName][] = [
  ["TK-5", "layer"],
  ["PH-10", "layer"],
  ["AQ-8", "glass-sensor"],
  ["WS-240", "film"],
  ["ER-7", "backlight"],
  ["KB-15", "assembly"],
];

describe("a job", () => {
  for (const [family, route] of routed) {
    it(`goes from intake to its end on the route ${route} of ${family} by the big button alone`, () => {
      const hand = new BenchHand(family, route).workTo();
      const { state } = hand;
      expect(state.ended!.outcome).to.equal(route === "assembly" ? "assembly fitted" : "repaired");
      expect(Object.keys(state.endedStages)).to.have.members([...routes[route].stages]);
      const ledger = screwLedger(hand.family, state.screwMoves);
      expect(ledger.taken).to.equal(ledger.cells.length);
      expect(ledger.cells.every((cell) => cell.holds === cell.cell)).to.equal(true);
      expect([...state.connectorsClosed].reverse()).to.deep.equal(state.connectorsOpen);
      expect(Object.keys(state.checks.prove!)).to.have.members(hand.family.functions.map((f) => f.key));
      expect(state.timers.every((timer) => timer.stoppedAt !== null)).to.equal(true);
      const seam = seamOf(hand.family, route);
      const plan = seam && chosenPlan(state, hand.family, seam);
      if (plan) expect(plan.segments.every((segment) => isCut(segment, state.stretches))).to.equal(true);
    });
  }

  it("is nothing but its events: folding again, or from a copy, gives the same state", () => {
    const hand = new BenchHand("TK-5", "layer").workTo("cure");
    expect(foldJob(JSON.parse(JSON.stringify(hand.events)))).to.deep.equal(hand.state);
  });

  it("returns to exactly the state before, for any number of presses taken back", () => {
    const before = new BenchHand("AQ-8", "glass-sensor").workTo("lift");
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 25 }), (presses) => {
        const hand = new BenchHand("AQ-8", "glass-sensor");
        hand.events = [...before.events];
        const states = [hand.state];
        for (let i = 0; i < presses; i += 1) {
          hand.press();
          states.push(hand.state);
        }
        for (let i = presses - 1; i >= 0; i -= 1) {
          const last = standingEvents(hand.events).at(-1)!;
          expect(hand.try({ stage: last.stage, kind: "undone", data: { event: last.id } })).to.equal(null);
          expect(hand.state).to.deep.equal(states[i]);
        }
      }),
      { numRuns: 15 },
    );
  });

  it("brings an event back where its undoing is undone", () => {
    const hand = new BenchHand("TK-5", "layer").workTo("open");
    const was = hand.state;
    const target = hand.events.at(-1)!;
    hand.try({ stage: "open", kind: "undone", data: { event: target.id } });
    expect(hand.state.present).to.equal(null);
    hand.try({ stage: "open", kind: "undone", data: { event: hand.events.at(-1)!.id } });
    expect(hand.state).to.deep.equal(was);
  });

  it("refuses to take back what later events rest on, and says so", () => {
    const hand = new BenchHand("TK-5", "layer").workTo("lift");
    const isolated = hand.events.find((event) => event.kind === "power-isolated")!;
    const refusal = hand.try({ stage: "open", kind: "undone", data: { event: isolated.id } });
    expect(refusal!.sentence).to.include("cannot be taken back").and.include("battery");
    expect(hand.try({ stage: "open", kind: "undone", data: { event: hand.events[0]!.id } })!.path).to.equal(
      "event",
    );
    expect(hand.try({ stage: "open", kind: "undone", data: { event: freshId() } })!.path).to.equal("event");
  });
});

describe("hold points", () => {
  it("let no connector be opened before the battery is isolated, whatever is signed", () => {
    const hand = new BenchHand("TK-5", "layer").workTo("open");
    const opening = { stage: "open", kind: "connector-opened", data: { connector: "panel" } } as const;
    expect(hand.try(opening)!.hold!.name).to.equal("power-isolated");
    expect(hand.try(opening)!.hold!.overridable).to.equal(false);
    hand.try({
      stage: "open",
      kind: "hold-overridden",
      data: { hold: "power-isolated", reason: "I am sure it is dead" },
    });
    expect(hand.try(opening)!.hold!.name).to.equal("power-isolated");
    expect(hand.try({ stage: "open", kind: "power-isolated", data: {} })).to.equal(null);
    const part = { stage: "open", kind: "step-done", data: { step: "move-button" } } as const;
    expect(hand.try(part)!.hold!.name).to.equal("power-isolated");
    expect(hand.try(opening)!.sentence).to.include("press the power button");
    expect(hand.try({ stage: "open", kind: "step-done", data: { step: "proved-dead" } })).to.equal(null);
    expect(hand.try(opening)).to.equal(null);
  });

  it("ask for the isolation again where the power button still answers", () => {
    const hand = new BenchHand("TK-5", "layer").workTo("open");
    while (hand.next()!.key !== "proved-dead") hand.press();
    const alive = hand.next()!.alternatives.find(({ label }) => label === "Still alive")!;
    expect(hand.try(alive.draft())).to.equal(null);
    expect(hand.state.powerIsolated).to.equal(null);
    expect(hand.next()!.key).to.equal("isolate");
    hand.press();
    hand.press();
    hand.press();
    expect(hand.state.connectorsOpen).to.deep.equal(["panel"]);
  });

  it("tell no customer of a route that the answers rule out", () => {
    const hand = new BenchHand("TK-5", "layer");
    hand.press();
    hand.press();
    const answer = (question: "flex" | "picture", answer: string) =>
      hand.try({ stage: "intake", kind: "question-answered", data: { question, answer } });
    const option = { parts: 1_000, hours: 1, wins: 0, tries: 0 };
    const quote = (agreed: "layer" | "assembly", names: string[]) =>
      hand.try({
        stage: "intake",
        kind: "quoted",
        data: {
          currency: "EUR",
          agreed,
          input: {
            options: names.map((name) => ({ ...option, name })),
            ratePerHour: 4_800,
            priorWins: 3,
            priorTries: 4,
          },
        },
      });
    const [layer, assembly] = [routes.layer.title, routes.assembly.title];
    expect(quote("assembly", [assembly])).to.deep.include({ path: "agreed" });
    expect(quote("layer", [assembly])).to.deep.include({ path: "input.options" });
    expect(quote("layer", [layer, assembly])).to.equal(null);

    // The answers come in afterwards: the panel is lost.
    answer("flex", "still");
    answer("picture", "broken");
    expect(hand.try({ stage: "intake", kind: "step-done", data: { step: "risk" } })!.hold!.name).to.equal(
      "route-possible",
    );
    expect(quote("layer", [layer, assembly])!.hold!.name).to.equal("route-possible");
    expect(hand.next()!.hold!.name).to.equal("route-possible");
    hand.press();
    expect(hand.state.route).to.equal("assembly");
    // What was told was of another route, so it is told again.
    expect(hand.next()!.key).to.equal("risk");
    expect(quote("assembly", [assembly])).to.equal(null);
    expect(hand.next()!.key).to.equal("end");
  });

  it("let no hand into a mains device before it is unplugged, has emptied, and the licence is confirmed", () => {
    const hand = new BenchHand("KB-15", "film").workTo("open");
    const screw = { stage: "open", kind: "screws-taken", data: { cells: [1] } } satisfies EventDraft;
    const sentences = [/unplugged/, /capacitors have not had their time/, /licensed work/];
    const press = (key: string) => {
      expect(hand.next()!.key).to.equal(key);
      expect(hand.try(hand.next()!.draft())).to.equal(null);
    };
    const isHeld = (sentence: RegExp) => {
      const { hold } = hand.try(screw)!;
      expect(hold!.name).to.equal("mains-safe");
      expect(hold!.overridable).to.equal(false);
      expect(hold!.sentence).to.match(sentence);
    };
    isHeld(sentences[0]!);
    press("power-off");
    isHeld(sentences[1]!);
    press("discharge");
    // Pressed too early it says how long the capacitors still need, and nothing shortens that.
    hand.nowMs += 599_000;
    expect(hand.try(hand.next()!.draft())!.sentence).to.include("1 s more");
    isHeld(sentences[1]!);
    hand.nowMs += 1_000;
    press("discharge");
    isHeld(sentences[2]!);
    press("licence");
    expect(hand.try(screw)).to.equal(null);
  });

  const liftedUnchecked = () => {
    const hand = new BenchHand("AQ-8", "glass-sensor").workTo("lift");
    while (!hand.next()!.skip) hand.press();
    while (hand.next()!.skip) hand.try(hand.next()!.skip!());
    while (hand.state.upcoming !== "fit") hand.press();
    return hand;
  };

  it("ask for picture and touch after the lift before a new part is spent", () => {
    const hand = liftedUnchecked();
    const start = { stage: "fit", kind: "stage-started", data: {} } as const;
    const hold = hand.try(start)!.hold!;
    expect(hold.name).to.equal("checked-after-lift");
    expect(hold.sentence).to.include("picture and touch");
    const context = { state: hand.state, family: hand.family, nowMs: hand.nowMs };
    expect(needOf(context, nextAction(context))).to.equal("hold");
    // The bar offers what lifts the hold: the two checks, one press each.
    hand.press();
    hand.press();
    expect(hand.state.checks.lift!.touch!.result).to.equal("pass");
    expect(hand.try(start)).to.equal(null);
  });

  it("let a signed reason stand in for the checks after the lift, and keep it on the job", () => {
    const hand = liftedUnchecked();
    const reason = "Test rig is out for repair, customer agreed";
    expect(
      hand.try({ stage: "fit", kind: "hold-overridden", data: { hold: "checked-after-lift", reason } }),
    ).to.equal(null);
    expect(hand.try({ stage: "fit", kind: "stage-started", data: {} })).to.equal(null);
    expect(hand.state.overrides["checked-after-lift"]!.reason).to.equal(reason);
  });

  it("send a job whose panel died to the whole assembly", () => {
    const hand = new BenchHand("TK-5", "layer").workTo("lift");
    while (hand.next()!.key !== "check-picture") hand.press();
    hand.try(
      hand
        .next()!
        .alternatives.find((a) => a.label === "Fail")!
        .draft(),
    );
    while (hand.state.upcoming !== "fit") hand.press();
    expect(hand.next()!.hold!.sentence).to.include("Picture failed after the lift");
    hand.press();
    expect(hand.state.route).to.equal("assembly");
    expect(hand.state.routeChanges).to.have.length(1);
    hand.workTo();
    expect(hand.state.ended!.outcome).to.equal("assembly fitted");
  });

  it("do not let a job be closed before it is proved, nor with a function that failed", () => {
    const hand = new BenchHand("BX-24", "layer").workTo("prove");
    hand.press();
    hand.try(
      hand
        .next()!
        .alternatives.find((a) => a.label === "Fail")!
        .draft(),
    );
    while (hand.state.upcoming !== "close") hand.press();
    const hold = hand.try({ stage: "close", kind: "stage-started", data: {} })!.hold!;
    expect(hold.name).to.equal("proved-before-close");
    expect(hold.sentence).to.include("picture");
    hand.press();
    expect(hand.try({ stage: "close", kind: "stage-started", data: {} })).to.equal(null);
  });

  it("do not let a job end with a screw out or a screw too many", () => {
    const hand = new BenchHand("TK-5", "layer").workTo("close");
    while (!hand.next()!.key.startsWith("screws-")) hand.press();
    const [size] = [...hand.family.screws].reverse();
    for (let i = 1; i < size!.count; i += 1) {
      hand.try({ stage: "close", kind: "screws-returned", data: { size: size!.key, count: 1 } });
    }
    hand.try(hand.next()!.skip!());
    while (!hand.next()!.hold) hand.press();
    expect(hand.next()!.hold!.name).to.equal("screws-reconciled");
    expect(hand.next()!.hold!.sentence).to.include("1 of M1.4 × 2.5 mm still out");
    hand.try({ stage: "close", kind: "screws-returned", data: { size: size!.key, count: 2 } });
    expect(hand.next()!.hold!.sentence).to.include("1 of M1.4 × 2.5 mm too many back");
    hand.try({ stage: "close", kind: "undone", data: { event: hand.events.at(-1)!.id } });
    hand.press();
    hand.press();
    expect(hand.state.ended!.outcome).to.equal("repaired");
  });

  it("stop everything but notes on a job that is put on hold", () => {
    const hand = new BenchHand("ER-7", "backlight").workTo("open");
    hand.try({ stage: "open", kind: "job-held", data: { reason: "waiting for film" } });
    expect(hand.try({ stage: "open", kind: "power-isolated", data: {} })!.hold!.name).to.equal("job-held");
    expect(hand.try({ stage: "open", kind: "note-written", data: { text: "rang the supplier" } })).to.equal(
      null,
    );
    hand.press();
    expect(hand.try({ stage: "open", kind: "power-isolated", data: {} })).to.equal(null);
  });

  it("keep the stages in the order of the route", () => {
    const hand = new BenchHand("TK-5", "layer");
    const refusal = hand.try({ stage: "bond", kind: "stage-started", data: {} })!;
    expect(refusal.hold!.name).to.equal("stage-order");
    expect(refusal.sentence).to.include("Intake comes next");
    const early = new BenchHand("TK-5", "layer").workTo("intake");
    expect(early.try({ stage: "intake", kind: "stage-ended", data: {} })!.hold!.name).to.equal("steps-left");
  });
});

describe("the lift of a job", () => {
  it("goes back on the heat when the window is used or over, and never cuts what is kept out", () => {
    const hand = new BenchHand("PH-10", "layer").workTo("lift");
    while (hand.next()!.key !== "off-heat") hand.press();
    hand.press();
    expect(hand.next()!.key).to.equal("cut-1");
    hand.nowMs += 120_000;
    expect(hand.next()!.ask).to.include("back on the heat");
    while (hand.state.stretches.length === 0) hand.press();
    hand.workTo("clean");
    // One soak for each window of the plan, and one more for the window that was let go by.
    const { passes } = chosenPlan(hand.state, hand.family, seamOf(hand.family, "layer")!)!;
    expect(hand.state.timers.filter((t) => t.timer.startsWith("soak-"))).to.have.length(passes + 1);
    for (const stretch of hand.state.stretches) {
      for (const feature of hand.family.features.filter(
        (f) => f.kind !== "shallow" && f.edge === stretch.edge,
      )) {
        const [from, to] = [Math.min(stretch.fromMm, stretch.toMm), Math.max(stretch.fromMm, stretch.toMm)];
        expect(Math.min(to, feature.toMm) - Math.max(from, feature.fromMm)).to.be.at.most(1e-6);
      }
    }
  });

  it("starts the next soak by itself at the moment a window ends, and no sooner", () => {
    const hand = new BenchHand("PH-10", "layer").workTo("lift");
    while (hand.next()!.key !== "cut-1") hand.press();
    expect(hand.next()!.startsItself).to.equal(undefined);
    const window = hand.state.timers.at(-1)!;
    const endsMs = Date.parse(window.startedAt) + window.durationS * 1_000;
    hand.nowMs = endsMs - 1;
    expect(hand.next()!.startsItself).to.equal(undefined);
    hand.nowMs = endsMs;
    const { startsItself, draft, ask } = hand.next()!;
    expect(startsItself!.atMs).to.equal(endsMs);
    expect(ask).to.include("back on the heat");
    // Two benches that see the same window end mean the same soak.
    expect(startsItself!.name).to.equal(`soak-2 after ${window.startedAt}`);
    expect(draft()).to.deep.include({ kind: "timer-started" });
    expect(hand.try(draft())).to.equal(null);
    expect(hand.next()!.ask).to.include("Back on the heat");
    expect(hand.state.timers.filter(({ stoppedAt }) => stoppedAt === null)).to.have.length(1);
  });

  it("gives what a soak is worth that is taken off early: less of a window, or none", () => {
    const windowAfter = (share: number) => {
      const hand = new BenchHand("TK-5", "layer").workTo("lift");
      while (hand.next()!.key !== "off-heat") hand.press();
      hand.nowMs += share * hand.state.timers.at(-1)!.durationS * 1_000;
      expect(hand.try(hand.next()!.draft())).to.equal(null);
      const { windowS } = hand.state.settings.lift!;
      return { windowS: windowS!, gotS: hand.state.timers.at(-1)!.durationS };
    };
    const whole = windowAfter(1);
    expect(whole.gotS).to.equal(whole.windowS);
    const shorter = windowAfter(0.85);
    expect(shorter.gotS).to.be.within(5, whole.windowS - 1);
    expect(windowAfter(0.2).gotS).to.equal(1);
  });

  it("goes slower where the hand finds thick glue, and quicker again with alcohol, with its caution", () => {
    const hand = new BenchHand("PH-10", "layer").workTo("lift");
    while (hand.next()!.key !== "cut-1") hand.press();
    const plan = () => chosenPlan(hand.state, hand.family, seamOf(hand.family, "layer")!)!;
    const [first] = plan().segments;
    const choose = (label: string) => {
      hand.nowMs += 500;
      const found = hand.next()!.alternatives.find((other) => other.label === label)!;
      expect(hand.try(found.draft())).to.equal(null);
      return plan().segments[0]!;
    };
    const thinMmS = Math.abs(first!.toMm - first!.fromMm) / first!.timeS;
    const speed = ({ fromMm, toMm, timeS }: typeof first & object) => Math.abs(toMm - fromMm) / timeS;
    expect(speed(choose("Thick glue here"))).to.be.closeTo(0.4 * thinMmS, 1e-9);
    expect(hand.next()!.caution).to.equal(undefined);
    expect(speed(choose("Alcohol on it"))).to.be.closeTo(0.65 * thinMmS, 1e-9);
    expect(hand.next()!.caution).to.equal("solvent");
    expect(hand.next()!.ask).to.include("away from the heat");
    expect(speed(choose("Thin after all"))).to.be.closeTo(thinMmS, 1e-9);
    const beyond = hand.try({
      stage: "lift",
      kind: "pace-marked",
      data: { edge: "left", fromMm: 0, toMm: 999, pace: "thick" },
    })!;
    expect(beyond.path).to.equal("toMm");
    expect(beyond.sentence).to.include("162 mm long");
  });

  it("stays on the plate for a wire: no window ends, and the wire's ends go by turns", () => {
    const hand = new BenchHand("BX-24", "layer").workTo("lift");
    while (hand.next()!.key !== "heat") hand.press();
    const seam = seamOf(hand.family, "layer")!;
    const usual = usualSettings(seam, "wire");
    const heat = { ...usual, soakS: chooseSoakS(hand.family, seam, usual)! };
    hand.try(heatDraft(heat, 4, calculateLiftHeat(hand.family, seam, heat).windowS));
    expect(hand.state.heatMethod).to.equal("wire");
    while (!hand.next()!.key.startsWith("cut-")) hand.press();
    expect(hand.next()!.ask).to.match(/^Open the .* corner .* deep with a blade, wire in\./);
    hand.nowMs += 30 * 60_000;
    expect(hand.next()!.key).to.equal("cut-1");
    hand.press();
    expect(hand.next()!.ask).to.match(/^Wire: this end along/);
    hand.workTo("clean");
    expect(hand.state.timers.filter(({ timer }) => timer.startsWith("soak-"))).to.have.length(1);
  });

  it("waits on the soak's timer while it runs and asks for hands when it has run out", () => {
    const hand = new BenchHand("TK-5", "layer").workTo("lift");
    while (hand.next()!.key !== "off-heat") hand.press();
    const at = (nowMs: number) => {
      const context = { state: hand.state, family: hand.family, nowMs };
      return needOf(context, nextAction(context));
    };
    const soak = hand.state.timers.at(-1)!;
    expect(at(hand.nowMs + 1_000)).to.equal("timer");
    expect(at(hand.nowMs + soak.durationS * 1_000 + 1)).to.equal("hands");
  });

  it("asks for other settings where they leave no time to cut", () => {
    const hand = new BenchHand("TK-5", "layer").workTo("lift");
    while (hand.next()!.key !== "heat") hand.press();
    hand.try({
      stage: "lift",
      kind: "setting-chosen",
      data: { settings: { plateC: 70, soakS: 20, windowS: 0 } },
    });
    expect(hand.next()!.ask).to.include("no time to cut");
  });
});

describe("the cure of a job", () => {
  const atCure = () => new BenchHand("BX-24", "layer").workTo("cure");
  const read = (hand: BenchHand, value: number) =>
    hand.try({
      stage: "cure",
      kind: "reading-taken",
      data: { quantity: "irradiance", source: "hand", values: [{ at: "2026-05-04T08:00:00Z", value }] },
    });

  it("lasts as long as the lamp that was read asks for, not as long as a new one", () => {
    const hand = atCure();
    read(hand, 30);
    hand.press();
    // 3000 mJ/cm2 behind a cover that lets 88 % pass: 3000 / (30 x 0.88) = 113.6 s, to the next second.
    expect(hand.state.settings.cure).to.include({ irradianceMwCm2: 30, exposureS: 114 });
    expect(hand.next()!.key).to.equal("tack");
    read(hand, 15);
    expect(hand.next()!.key).to.equal("exposure");
    hand.press();
    expect(hand.state.settings.cure!.exposureS).to.equal(228);
  });

  it("does not begin with a lamp that gives no light", () => {
    const hand = atCure();
    read(hand, 0);
    expect(hand.next()!.ask).to.include("No light arrives");
    hand.press();
    expect(hand.next()!.key).to.equal("exposure");
  });
});

describe("events from outside", () => {
  const base = { id: freshId(), stage: "lift", who: "tove", at: "2026-03-01T08:30:00Z" };
  const paths = (event: object) =>
    jobEvent.safeParse(event).error?.issues.map((issue) => issue.path.join("."));

  it("are checked by kind, with bounds by quantity", () => {
    const reading = (value: number) => ({
      ...base,
      kind: "reading-taken",
      data: { quantity: "room", source: "hand", values: [{ at: base.at, value }] },
    });
    expect(jobEvent.safeParse(reading(20)).success).to.equal(true);
    expect(paths(reading(293.15))).to.deep.equal(["data.values.0.value"]);
    expect(paths({ ...base, kind: "no-such-kind", data: {} })).to.deep.equal(["kind"]);
    expect(paths({ ...base, id: "7", kind: "stage-started", data: {} })).to.deep.equal(["id"]);
    expect(paths({ ...base, kind: "stage-started", data: { extra: 1 } })).to.deep.equal(["data"]);
  });

  it("write the same moment in one way", () => {
    const event = { ...base, kind: "stage-started", data: {} };
    expect(jobEvent.parse(event).at).to.equal("2026-03-01T08:30:00.000Z");
  });

  it("name only what the family has", () => {
    const hand = new BenchHand("TK-5", "layer").workTo("open");
    const refusal = hand.try({ stage: "open", kind: "screws-taken", data: { size: "wing", count: 1 } })!;
    expect(refusal.path).to.equal("size");
    expect(refusal.sentence).to.include("rear, plate");
    const many = hand.try({ stage: "open", kind: "screws-taken", data: { size: "rear", count: 9 } })!;
    expect(many.path).to.equal("count");
    expect(many.sentence).to.include("1 to 6");
    expect(familyNamed("TK-5").screws[0]!.count).to.equal(6);
  });
});
