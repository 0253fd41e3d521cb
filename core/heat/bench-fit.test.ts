import { expect } from "chai";
import { familyNamed } from "../../test/bench-hand.ts";
import { sceneAtStart } from "../device/start.ts";
import { chooseHeat } from "../lift/choose-heat.ts";
import { benchFitInput, fitFor, withBench, type BenchFits } from "./bench-fit.ts";
import { glueLineAt } from "./glue-line.ts";
import { calculateHeatFit } from "./heat-fit.ts";
import { calculateHeatSoak } from "./heat-soak.ts";
import { liftHeatInput, seamOf, usualSettings } from "./lift-heat.ts";

const ticket = familyNamed("TK-5");
const seam = seamOf(ticket, "layer")!;
const assumedSettings = { ...usualSettings(seam), soakS: 120 };
const fitOf = (contactWm2K: number, airFilmWm2K: number, keptAt: string) => ({
  id: "01900000-0000-7000-8000-000000000001",
  jobCode: "GW-1154",
  station: null,
  method: "plate" as const,
  contact: { valueWm2K: contactWm2K, lowWm2K: contactWm2K - 5, highWm2K: contactWm2K + 5 },
  airFilm: { valueWm2K: airFilmWm2K, lowWm2K: airFilmWm2K - 1, highWm2K: airFilmWm2K + 1 },
  doubt: null,
  rmsC: 0.4,
  readings: 40,
  isSimulated: false,
  keptAt,
});
const fits: BenchFits = { plate: fitOf(120, 8, "2026-05-01T08:00:00Z") };

const START = Date.UTC(2026, 4, 4, 8);
/** One soak of so many seconds; null: it goes on. */
const soaked = (s: number | null) => [{ startedMs: START, stoppedMs: s === null ? null : START + 1_000 * s }];

/** What a thermocouple above the glue would say on a bench with these values: on the plate, then off it. */
function run(contactWm2K: number, airFilmWm2K: number, soakedS: number, untilS: number) {
  const settings = withBench(assumedSettings, { plate: fitOf(contactWm2K, airFilmWm2K, "") });
  const { layers, startC, phases } = liftHeatInput(ticket, seam, settings);
  const { timesS, interfaces } = calculateHeatSoak({
    layers,
    startC,
    phases: [
      { ...phases[0]!, durationS: soakedS },
      { ...phases[1]!, durationS: untilS - soakedS },
    ],
    outputEveryS: 5,
  });
  const face = interfaces.find(({ name }) => name === "cover glass / optical adhesive")!;
  return timesS.map((atS, i) => ({ atMs: START + 1_000 * atS, valueC: face.temperatureC[i]! }));
}

describe("this bench's own heat", () => {
  it("is told by a run as it really was, however long it was soaked", () => {
    const input = benchFitInput(ticket, seam, assumedSettings, soaked(95), run(135, 7, 95, 240))!;
    expect(input.phases.map(({ durationS }) => durationS)).to.deep.equal([95, 145]);
    const { values, identifiable } = calculateHeatFit(input);
    expect(values[0]!.valueWm2K).to.be.closeTo(135, 3);
    expect(values[1]!.valueWm2K).to.be.closeTo(7, 0.2);
    expect(identifiable).to.equal(true);
  });

  it("is told by several soaks as well, each with the warmth of the one before; what was before a cold pause is left out", () => {
    const settings = withBench(assumedSettings, { plate: fitOf(135, 7, "") });
    const at = (s: number) => START + 1_000 * s;
    const yesterday = { startedMs: at(-86_400), stoppedMs: at(-86_300) };
    const today = [
      { startedMs: at(0), stoppedMs: at(95) },
      { startedMs: at(140), stoppedMs: at(190) },
    ];
    const read = glueLineAt(ticket, seam, settings, today);
    const readings = [-86_350, ...Array.from({ length: 50 }, (_, i) => 5 * i)].map((s) => ({
      atMs: at(s),
      valueC: read(at(s)),
    }));
    const input = benchFitInput(ticket, seam, assumedSettings, [yesterday, ...today], readings)!;
    expect(input.phases.map(({ durationS }) => durationS)).to.deep.equal([95, 45, 50, 55]);
    expect(input.readings).to.have.length(50);
    const { values } = calculateHeatFit(input);
    expect(values[0]!.valueWm2K).to.be.closeTo(135, 5);
    expect(values[1]!.valueWm2K).to.be.closeTo(7, 0.4);
  });

  it("is not asked of too few readings, of too short a run, nor of a way without a contact", () => {
    const readings = run(70, 10, 95, 240);
    const input = (some: typeof readings, kind?: "gun") =>
      benchFitInput(ticket, seam, { ...usualSettings(seam, kind), soakS: 95 }, soaked(95), some);
    expect(input(readings.slice(0, 7))).to.equal(null);
    expect(input(readings.slice(0, 8).map((r) => ({ ...r, atMs: START + (r.atMs - START) / 10 })))).to.equal(
      null,
    );
    expect(input(readings, "gun")).to.equal(null);
    expect(input(readings)).to.not.equal(null);
    // Still on the plate: one phase, as long as there are readings.
    const soaking = benchFitInput(ticket, seam, assumedSettings, soaked(null), readings.slice(0, 12))!;
    expect(soaking.phases.map(({ durationS }) => durationS)).to.deep.equal([55]);
  });

  it("takes the place of what is assumed for its own method, and for the wire on the same plate", () => {
    const own = withBench(usualSettings(seam), fits);
    expect(own.method).to.include({ kind: "plate", contactWm2K: 120 });
    expect(own.airFilmWm2K).to.equal(8);
    expect(withBench(usualSettings(seam, "wire"), fits).method).to.include({ contactWm2K: 120 });
    for (const kind of ["mat", "gun", "freezer"] as const) {
      expect(withBench(usualSettings(seam, kind), fits)).to.deep.equal(usualSettings(seam, kind));
    }
    expect(withBench(usualSettings(seam), {})).to.deep.equal(usualSettings(seam));
  });

  it("goes by the newer of plate and wire", () => {
    const newer = { ...fitOf(150, 9, "2026-06-01T08:00:00Z"), method: "wire" as const };
    expect(fitFor("plate", { ...fits, wire: newer })!.contact.valueWm2K).to.equal(150);
    expect(fitFor("wire", fits)!.contact.valueWm2K).to.equal(120);
    expect(fitFor("mat", fits)).to.equal(undefined);
  });

  it("changes what is proposed: better contact, shorter soak", () => {
    const proposed = (known: BenchFits) => chooseHeat(sceneAtStart(ticket, 0), "plate", { fits: known });
    expect(proposed(fits).soakS).to.be.below(proposed({}).soakS);
    expect(proposed(fits).settings.contactWm2K).to.equal(120);
    expect(proposed({}).settings.contactWm2K).to.equal(70);
  });
});
