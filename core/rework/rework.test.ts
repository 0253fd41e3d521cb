import { expect } from "chai";
import fc from "fast-check";
import { simulatedJoint } from "../../server/devices/simulated-joint.ts";
import { alloyNames, type AlloyName } from "../materials/alloy-names.ts";
import { alloyCautions } from "./alloy-cautions.ts";
import { netsOf, netsText } from "./nets-text.ts";
import { recipeOf } from "./recipe.ts";
import {
  calculateContactCheck,
  type ContactCheckInput,
  type Probed,
  type ProbeReading,
} from "./contact-check.ts";
import { calculateReflowProfile, type ReflowProfileInput } from "./reflow-profile.ts";

/** A lead-free profile made by hand: 2 K/s to 150, 90 s to 200, 1.5 K/s to 245, held, then 4 K/s down. */
const corners = (heldS: number): [number, number][] => [
  [0, 25],
  [62.5, 150],
  [152.5, 200],
  [182.5, 245],
  [182.5 + heldS, 245],
  [182.5 + heldS + 55, 25],
];
const readingsOf = (points: readonly (readonly [number, number])[]) =>
  points.map(([timeS, temperatureC]) => ({ timeS, temperatureC }));
const profile = (heldS: number, more: Partial<ReflowProfileInput> = {}) =>
  calculateReflowProfile({ readings: readingsOf(corners(heldS)), alloy: "SAC305", ...more });

describe("reflow-profile", () => {
  it("measures a profile that was made by hand", () => {
    const { peakC, peakAtS, aboveLiquidusS, maxRiseCs, maxFallCs, soakS, faults } = profile(40);
    expect(peakC).to.equal(245);
    expect(peakAtS).to.equal(182.5);
    // From 152.5 + 17 / 1.5 to 222.5 + 28 / 4.
    expect(aboveLiquidusS).to.be.closeTo(229.5 - (152.5 + 17 / 1.5), 1e-9);
    expect(maxRiseCs).to.be.closeTo(2, 1e-9);
    expect(maxFallCs).to.be.closeTo(4, 1e-9);
    expect(soakS).to.be.closeTo(90, 1e-9);
    expect(faults).to.deep.equal([]);
  });

  it("says the same of the curve however often it was read", () => {
    const often = corners(40).flatMap(([t, c], i, all) => {
      const next = all[i + 1];
      if (!next) return [[t, c] as const];
      return Array.from({ length: 25 }, (_, k) => {
        const share = k / 25;
        return [t + share * (next[0] - t), c + share * (next[1] - c)] as const;
      });
    });
    const fine = calculateReflowProfile({ readings: readingsOf(often), alloy: "SAC305" });
    for (const figure of ["peakC", "aboveLiquidusS", "maxRiseCs", "maxFallCs", "soakS"] as const) {
      expect(fine[figure]).to.be.closeTo(profile(40)[figure], 1e-6);
    }
  });

  const kinds = (input: ReflowProfileInput) => calculateReflowProfile(input).faults.map(({ kind }) => kind);

  it("finds each fault by itself, and where it lies", () => {
    expect(kinds({ readings: readingsOf(corners(10)), alloy: "SAC305" })).to.deep.equal(["liquid too short"]);
    expect(kinds({ readings: readingsOf(corners(150)), alloy: "SAC305" })).to.deep.equal(["liquid too long"]);
    const spiked = readingsOf([
      [0, 25],
      [20, 150],
      [110, 200],
      [140, 245],
      [180, 245],
      [210, 35],
    ]);
    const { faults } = calculateReflowProfile({ readings: spiked, alloy: "SAC305" });
    expect(faults.map(({ kind }) => kind)).to.deep.equal(["rises too fast", "falls too fast"]);
    expect(faults[0]).to.deep.include({ fromS: 0, toS: 3 });
    expect(faults[1]!.fromS).to.be.within(180, 207);
    expect(
      kinds({
        readings: readingsOf([
          [0, 25],
          [70, 150],
          [150, 200],
          [170, 212],
          [300, 30],
        ]),
        alloy: "SAC305",
      }),
    ).to.deep.equal(["never melted"]);
    expect(
      kinds({
        readings: readingsOf([
          [0, 25],
          [70, 150],
          [160, 200],
          [200, 268],
          [225, 268],
          [290, 25],
        ]),
        alloy: "SAC305",
      }),
    ).to.include("peak too high");
    expect(
      kinds({
        readings: readingsOf([
          [0, 25],
          [70, 150],
          [90, 200],
          [120, 245],
          [160, 245],
          [220, 25],
        ]),
        alloy: "SAC305",
      }),
    ).to.deep.equal(["soak too short"]);
  });

  it("holds the same curve against what each alloy bears", () => {
    const hot = kinds({ readings: readingsOf(corners(40)), alloy: "Sn42Bi58" });
    expect(hot).to.include("peak too high").and.to.include("liquid too long");
    expect(profile(40, { alloy: "Sn42Bi58" }).assumed).not.to.deep.equal([]);
    expect(profile(40).assumed).to.deep.equal([]);
  });

  it("does not take a thermocouple's flicker for a slope", () => {
    const flickering = Array.from({ length: 268 }, (_, t) => ({
      timeS: t,
      temperatureC: 25 + 0.5 * t + (t % 2 ? 0.9 : -0.9),
    }));
    expect(
      calculateReflowProfile({ readings: flickering, alloy: "SAC305", slopeOverS: 10 }).maxRiseCs,
    ).to.be.lessThan(0.7);
    expect(
      calculateReflowProfile({ readings: flickering, alloy: "SAC305", slopeOverS: 1 }).maxRiseCs,
    ).to.be.greaterThan(2);
  });

  it("refuses times that go back, and names the reading", () => {
    expect(() =>
      calculateReflowProfile({
        readings: readingsOf([
          [0, 25],
          [5, 30],
          [5, 40],
        ]),
        alloy: "SAC305",
      }),
    ).to.throw("5 must be after 5");
  });
});

/** Every way to split so many contacts into groups that hang together: a group's number for each contact. */
function partitions(contacts: number): number[][] {
  let all: number[][] = [[]];
  for (let i = 0; i < contacts; i += 1) {
    all = all.flatMap((groups) => {
      const next = groups.length === 0 ? 0 : Math.max(...groups) + 1;
      return Array.from({ length: next + 1 }, (_, group) => [...groups, group]);
    });
  }
  return all;
}

/** Probes what is asked for until nothing is, on a joint whose contacts hang together like this. */
function probeAll(plan: ContactCheckInput, truth: readonly number[]) {
  const readings: (Probed & { reading: ProbeReading })[] = [];
  for (;;) {
    const check = calculateContactCheck({ ...plan, readings });
    if (!check.next) return { ...check, probes: readings.length };
    const { a, b } = check.next;
    readings.push({ a, b, reading: truth[a - 1] === truth[Number(b) - 1] ? "beep" : "silence" });
  }
}

describe("contact-check", () => {
  it("counts the partitions that it is held against (Bell numbers, OEIS A000110)", () => {
    expect([2, 3, 4, 5, 6, 7].map((n) => partitions(n).length)).to.deep.equal([2, 5, 15, 52, 203, 877]);
  });

  for (const contacts of [2, 3, 4, 5, 6, 7, 8]) {
    it(`finds every short and open among all pairs of ${contacts} contacts, for every way in which they can hang together`, () => {
      const nets =
        contacts >= 4
          ? [
              [1, contacts],
              [2, 3],
            ]
          : [];
      const meant = (a: number, b: number) => nets.some((net) => net.includes(a) && net.includes(b));
      const all = partitions(contacts);
      for (const truth of all) {
        const expected: string[] = [];
        for (let a = 1; a <= contacts; a += 1) {
          for (let b = a + 1; b <= contacts; b += 1) {
            const isJoined = truth[a - 1] === truth[b - 1];
            if (isJoined !== meant(a, b)) expected.push(`${isJoined ? "short" : "open"} ${a} ${b}`);
          }
        }
        const found = probeAll({ contacts, mode: "all pairs", nets }, truth);
        expect(found.untested).to.deep.equal([]);
        expect(found.faults.map(({ kind, a, b }) => `${kind} ${a} ${b}`).sort()).to.deep.equal(
          expected.sort(),
        );
        expect(found.probes).to.be.at.most((contacts * (contacts - 1)) / 2);
      }
    });
  }

  it("asks of neighbours first, then of those farther apart, and never for what follows", () => {
    const { pairs } = calculateContactCheck({ contacts: 4, mode: "all pairs" });
    expect(pairs.map(({ a, b }) => `${a}${b}`)).to.deep.equal(["12", "23", "34", "13", "24", "14"]);
    expect(probeAll({ contacts: 20, mode: "all pairs" }, Array(20).fill(0)).probes).to.equal(19);
  });

  it("asks of neighbours only, and of the joins that are meant", () => {
    const { pairs } = calculateContactCheck({ contacts: 5, mode: "neighbours", nets: [[1, 5, 3]] });
    expect(pairs.map(({ a, b, expected }) => `${a}${b} ${expected}`)).to.deep.equal([
      "12 silence",
      "23 silence",
      "34 silence",
      "45 silence",
      "13 beep",
      "35 beep",
    ]);
  });

  it("finds every single short and every single open of up to 12 contacts, from end to end and among pairs", () => {
    // A meter on a joint as wires: pads 1 to n, far ends n + 1 to 2 n; what hangs together beeps.
    const hangTogether = (count: number, wires: readonly (readonly [number, number])[]) => {
      const of = Array.from({ length: 2 * count + 1 }, (_, i) => i);
      for (let round = 0; round < count; round += 1)
        for (const [p, q] of wires) of[p] = of[q] = Math.min(of[p]!, of[q]!);
      return of;
    };
    for (let contacts = 2; contacts <= 12; contacts += 1) {
      const lines = Array.from({ length: contacts }, (_, i) => i + 1);
      const probeJoint = (mode: ContactCheckInput["mode"], wires: readonly (readonly [number, number])[]) => {
        const of = hangTogether(contacts, wires);
        const readings: (Probed & { reading: ProbeReading })[] = [];
        for (;;) {
          const check = calculateContactCheck({ contacts, mode, readings });
          if (!check.next) return { ...check, probes: readings.length };
          const { a, b } = check.next;
          readings.push({ a, b, reading: of[a] === of[b === "end" ? contacts + a : b] ? "beep" : "silence" });
        }
      };
      const sound = lines.map((n) => [n, contacts + n] as const);
      const mixed = ["ends", "all pairs"] as const;
      expect(probeJoint([...mixed], sound).faults).to.deep.equal([]);
      for (const open of lines) {
        const wires = sound.filter(([n]) => n !== open);
        const found = [{ a: open, b: "end", kind: "open", follows: false }];
        expect(probeJoint("ends", wires).faults).to.deep.equal(found);
        expect(probeJoint([...mixed], wires).faults).to.deep.equal(found);
        // Among pairs alone it cannot be seen: that is what ends are for.
        expect(probeJoint("all pairs", wires).faults).to.deep.equal([]);
      }
      for (const a of lines) {
        for (const b of lines.filter((n) => n > a)) {
          const found = probeJoint([...mixed], [...sound, [a, b]]);
          expect(found.faults).to.deep.equal([{ a, b, kind: "short", follows: false }]);
          expect(found.probes).to.be.at.most(contacts + (contacts * (contacts - 1)) / 2);
        }
      }
    }
  });

  it("lets the last reading count, and names a probe that slipped", () => {
    const read = (a: number, b: number, reading: ProbeReading) => ({ a, b, reading });
    const plan = { contacts: 3, mode: "neighbours" as const };
    expect(
      calculateContactCheck({ ...plan, readings: [read(1, 2, "beep"), read(2, 1, "silence")] }).faults,
    ).to.deep.equal([]);
    expect(
      calculateContactCheck({
        ...plan,
        readings: [read(1, 2, "beep"), read(2, 3, "beep"), read(1, 3, "silence")],
      }).contradictions,
    ).to.deep.equal([{ a: 1, b: 3 }]);
  });

  it("refuses contacts that are not there", () => {
    expect(() => calculateContactCheck({ contacts: 4, mode: "neighbours", nets: [[1, 5]] })).to.throw(
      "5 must be one of the 4 contacts",
    );
    expect(() =>
      calculateContactCheck({
        contacts: 4,
        mode: "neighbours",
        nets: [
          [1, 2],
          [2, 3],
        ],
      }),
    ).to.throw("2 stands in two nets");
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 4 }), (a) => {
        expect(() =>
          calculateContactCheck({
            contacts: 4,
            mode: "neighbours",
            readings: [{ a, b: a, reading: "beep" }],
          }),
        ).to.throw("against itself");
      }),
    );
  });
});

describe("what to mind of a solder", () => {
  it("names the low-temperature alloy wherever it is or was, and lead over it", () => {
    const words = (alloy: AlloyName, before: AlloyName | "unknown") =>
      alloyCautions({ alloy, before }).join(" ");
    expect(words("SAC305", "Sn42Bi58")).to.include("Softens below");
    expect(words("Sn42Bi58", "SAC305")).to.include("Softens below").and.not.to.include("96 °C");
    expect(words("Sn42Bi58", "Sn63Pb37")).to.include("96 °C");
    expect(words("SAC305", "unknown")).to.include("Unknown before");
    expect(words("SAC305", "SAC305")).to.equal("");
  });

  it("has a recipe for each alloy, cooler for the low-temperature one, with what may go wrong", () => {
    const air = (alloy: AlloyName) => recipeOf(alloy).find(({ what }) => what === "Hot air")!.value!.value;
    expect(air("Sn42Bi58")).to.be.lessThan(air("SAC305"));
    for (const name of alloyNames) for (const line of recipeOf(name)) expect(line.hazard).to.match(/\.$/);
  });

  it("reads joins as they are typed", () => {
    expect(netsOf(" 1-2, 9-10-11 ,")).to.deep.equal([
      [1, 2],
      [9, 10, 11],
    ]);
    expect(
      netsText([
        [1, 2],
        [9, 10],
      ]),
    ).to.equal("1-2, 9-10");
    expect(Number.isNaN(netsOf("1-x")[0]![1])).to.equal(true);
  });
});

describe("the stand-in's joint", () => {
  it("gets about what each alloy wants", () => {
    for (const alloy of alloyNames) {
      const touchedC = simulatedJoint(alloy, 0);
      const readings = Array.from({ length: 500 }, (_, s) => ({
        timeS: s,
        temperatureC: touchedC(s * 1_000),
      }));
      expect(calculateReflowProfile({ readings, alloy }).faults, alloy).to.deep.equal([]);
    }
  });
});
