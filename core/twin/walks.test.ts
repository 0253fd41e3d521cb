import { expect } from "chai";
import fc from "fast-check";
import { lineOf, linesNow, routeNow } from "../device/ask.ts";
import { routesOf, type RepairRoute } from "../device/routes.ts";
import { sceneAtStart } from "../device/start.ts";
import type { HeatMethodKind } from "../heat/heat-methods.ts";
import { isAllowed, judge } from "../job/judge.ts";
import { replay } from "../job/replay.ts";
import { methodsOf } from "../lift/methods-of.ts";
import { deviceRules } from "../moves.ts";
import { certificateOf } from "../records/job-certificate.ts";
import { exampleFamilies } from "../stack/examples.ts";
import type { Family } from "../stack/family.ts";
import { oneOffFamily, oneOffKinds } from "../stack/one-off.ts";
import { hoped, hopedPlay } from "./hoped.ts";
import { playJob, type Play, type Played } from "./play.ts";
import { truthOf } from "./truth.ts";
import type { Twin } from "./twin.ts";
import { isLong } from "../../test/long.ts";

interface Way {
  family: Family;
  route: RepairRoute;
  method: HeatMethodKind;
  bondMethod: "liquid" | "sheet";
}

/** A single device of each kind, too: taken in by its size alone. */
const singleDevices = oneOffKinds.map((kind, i) =>
  oneOffFamily(`ON-${i + 1}`, {
    name: "Single device",
    kind,
    widthMm: 150,
    heightMm: 90,
    flexEdge: "bottom",
    power: kind === "large-panel" ? "mains" : kind === "bonded-back" ? "cell" : "supply",
  }),
);

/** Every family, route and method of the examples, each once. */
const everyWay: Way[] = [...Object.values(exampleFamilies), ...singleDevices].flatMap((family) =>
  routesOf(family).flatMap((route) => {
    const { methods, bondMethods } = methodsOf(family, route);
    return (methods.length ? methods : (["plate"] as const)).flatMap((method) =>
      (bondMethods.length ? bondMethods : (["liquid"] as const)).map((bondMethod) => ({
        family,
        route,
        method,
        bondMethod,
      })),
    );
  }),
);

const playOf = (way: Way, more: Partial<Play>): Play =>
  hopedPlay({ ...way, startMs: Date.parse("2026-01-05T08:00:00Z"), ...more });

/** Plays to the end; throws where the record let pass what the device did not. */
function played(play: Play): { moves: Played[]; twin: Twin; scene: Played["scene"] } {
  const moves: Played[] = [];
  const game = playJob(deviceRules, play);
  for (let step = game.next(); ; step = game.next()) {
    if (step.done) return { moves, ...step.value };
    moves.push(step.value);
  }
}

/** Whatever the certificate asserts was true on the twin. */
function expectTrue({ twin, scene }: ReturnType<typeof played>) {
  const certificate = certificateOf(scene);
  const { family, state } = scene;
  // What was switched off or unplugged after its proof still works.
  twin.running = true;
  twin.plugged = true;
  for (const { name, result } of certificate.functions) {
    const { key } = family.functions.find((f) => f.name === name)!;
    if (result === "works") expect(twin.works(key), `${name} works`).to.equal(true);
  }
  if (certificate.outcome === "repaired" || certificate.outcome === "connection seated") {
    expect(twin.shut, "it is shut").to.equal(true);
    expect(twin.linersOn, "liners left on").to.equal(0);
    expect(Object.values(twin.parts), "parts out").to.not.include("out");
    expect(Object.values(twin.holes), "holes without a screw").to.not.include(null);
    expect(certificate.stillOut).to.deep.equal([]);
    for (const { name, result } of certificate.functions) {
      expect(result, name).to.be.oneOf(["works", "was dead at intake", "not fitted"]);
    }
  }
  for (const line of linesNow(scene)) {
    expect(lineOf(state, line).on && certificate.outcome === "repaired", line).to.equal(
      twin.lines[line].fresh && certificate.outcome === "repaired",
    );
  }
  for (const { what, value, passes } of certificate.measurements) {
    const zone = /^Light, (.+)$/.exec(what)?.[1];
    if (zone) {
      expect(value, what).to.be.closeTo(twin.lightS[zone]!, 0.6);
      if (passes) expect(twin.lightS[zone], what).to.be.at.least(twin.exposureS!(zone) - 0.6);
    }
  }
  if (routeNow(scene) === "assembly") {
    const stages = certificate.measurements.map(({ what }) => what);
    expect(stages.filter((what) => /Light|Border|Adhesive|Axis/.test(what))).to.deep.equal([]);
  }
}

/** Answers that hands give with the device in them: they are tried like a press. */
const handsIn = new Set([
  "dry-fitted",
  "pins-home",
  "sheets-photographed",
  "axis-read",
  "up-edge-marked",
  "heat-put-away",
]);

describe("a job that is worked by its plan on a device with a truth of its own", function () {
  this.timeout(600_000);

  it("goes through every family, route and method once, to a repaired device", () => {
    expect(everyWay.length).to.be.at.least(30);
    for (const way of everyWay) {
      const result = played(playOf(way, {}));
      expect(result.scene.state.intake.ended?.outcome, `${way.family.code} ${way.route}`).to.equal(
        "repaired",
      );
      expectTrue(result);
    }
  });

  it("ends, harms nothing, and asserts nothing untrue, whatever is found and whatever is pressed besides", () => {
    const walk = fc.record({
      way: fc.integer({ min: 0, max: everyWay.length - 1 }),
      seed: fc.integer({ min: 0, max: 1_000_000 }),
      stray: fc.constantFrom(0, 0.15, 0.35, 0.6),
      diesIn: fc.constantFrom(null, null, null, "lift" as const),
      declines: fc.boolean(),
    });
    fc.assert(
      fc.property(walk, ({ way: index, seed, stray, diesIn, declines }) => {
        const way = everyWay[index]!;
        const truth = { ...truthOf(seed, way.family), diesIn };
        const result = played(
          playOf(way, { truth, seed, stray, declines, choose: hoped(way.method, truth) }),
        );
        expectTrue(result);
        if (diesIn && declines && result.scene.state.intake.broke.length > 0) {
          expect(result.scene.state.intake.ended?.outcome).to.equal("declined");
        }
      }),
      { numRuns: isLong ? 2_000 : 100, ...(isLong ? {} : { seed: 20_261_127 }) },
    );
  });

  it("lets nothing be recorded, at any moment of any job, that the device would not bear then", () => {
    const seen = new Set<string>();
    for (const way of everyWay) {
      const name = `${way.family.code} ${way.route} ${way.bondMethod}`;
      if (seen.has(name)) continue;
      seen.add(name);
      const game = playJob(deviceRules, playOf(way, {}), (scene, twin) => {
        for (const move of deviceRules.moves) {
          for (const data of move.offers(scene, null)) {
            if (!isAllowed(judge(deviceRules, scene, move, data))) continue;
            // What somebody sees is told by the device; here it is about what hands may do.
            if (move.told !== "press" && !handsIn.has(move.kind)) continue;
            const { harm, impossible } = twin.copy().perform(move.kind, data as never, scene.nowMs);
            expect(harm ?? impossible, `${name}: ${move.kind} ${JSON.stringify(data)}`).to.equal(null);
          }
        }
      });
      for (let step = game.next(); !step.done; step = game.next());
    }
  });

  it("is the same on every replay, and the same as it was when it was worked", () => {
    for (const [i, way] of everyWay.entries()) {
      const truth = truthOf(i + 50, way.family);
      const play = playOf(way, { truth, seed: i + 50, stray: 0.2, choose: hoped(way.method, truth) });
      const { moves, scene } = played(play);
      const events = moves.map(({ event }) => event);
      // As they would be read back from where they are kept.
      const readBack = JSON.parse(JSON.stringify(events)) as typeof events;
      const start = sceneAtStart(way.family, play.startMs);
      expect(replay(deviceRules, start, readBack)).to.deep.equal(scene.state);
    }
  });

  it("lets the pedal record what hands did, and nothing that somebody saw, judged or answers for", () => {
    for (const way of everyWay) {
      for (const { move, event } of played(playOf(way, {})).moves) {
        const data = event.data as Record<string, unknown>;
        if (move.told !== "press") continue;
        for (const field of [
          "result",
          "answer",
          "fault",
          "bubbles",
          "level",
          "outcome",
          "reason",
          "worstMinor",
        ]) {
          expect(data, `${event.kind} by the pedal`).to.not.have.property(field);
        }
      }
    }
  });
});
