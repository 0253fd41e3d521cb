import { expect } from "chai";
import { facts } from "../core/device/facts.ts";
import { sceneAtStart } from "../core/device/start.ts";
import { heatChosen } from "../core/lift/moves/heat-chosen.ts";
import { moves } from "../core/moves.ts";
import { exampleFamilies } from "../core/stack/examples.ts";
import { job } from "./en/job.ts";
import { addCatalogue } from "./language.ts";
import { askFor, planFor, say } from "./say.ts";
import { spanish } from "./spanish.ts";

addCatalogue("es", spanish);

describe("the English catalogue", () => {
  it("says every move, each with its values", () => {
    for (const family of Object.values(exampleFamilies)) {
      const scene = sceneAtStart(family, 0);
      for (const move of moves) {
        const said = say(move.words(scene, move.example));
        expect(said, move.kind).to.match(/^[A-Z0-9{]|^[a-z]/);
        expect(said, move.kind).to.not.match(/[{}]|undefined|NaN/);
      }
    }
  });

  it("says every need that can be missing", () => {
    for (const is of Object.keys(facts)) {
      const values = {
        fn: "picture",
        since: "opened",
        line: "glass",
        film: "front",
        part: "button",
        connector: "panel",
      };
      const more = {
        holds: "casing",
        cell: 1,
        hole: 2,
        kind: "tape",
        lot: "T-1",
        zone: "tack",
        liner: "rim",
      };
      expect(say({ id: `need.${is}`, values: { ...values, ...more } }), is).to.match(/\.$/);
    }
  });

  it("says a wait in minutes and seconds, whatever else the sentence chooses by", () => {
    const heat = { ...heatChosen.example, soakS: 95, windowS: 31 };
    const said = (more: object) =>
      say(heatChosen.words(sceneAtStart(exampleFamilies.frame, 0), { ...heat, ...more } as typeof heat));
    expect(said({})).to.equal("Hot plate: 1 min 35 s, then 31 s to cut.");
    expect(said({ likelyWindowS: 75 })).to.equal(
      "Hot plate: 1 min 35 s, then 31 s to cut, likely 1 min 15 s.",
    );
  });

  it("holds no sentence that nothing says", () => {
    const said = new Set([
      ...Object.keys(facts).map((is) => `need.${is}`),
      ...moves.map(({ kind }) => `move.${kind}`),
    ]);
    const asked = new Set(
      [...said].flatMap((id) => ["ask.", "plan."].map((as) => id.replace(/^move\./, as))),
    );
    const unsaid = Object.keys(job).filter(
      (id) => !/^(fault|said)\./.test(id) && !said.has(id) && !asked.has(id),
    );
    expect(unsaid).to.deep.equal([]);
  });

  it("keeps an instruction short enough to be read with a hot panel in one hand", () => {
    for (const [spoken, most] of [
      ["en", 14],
      ["es", 17],
    ] as const) {
      for (const move of moves) {
        const told = move.words(sceneAtStart(exampleFamilies.back, 0), move.example);
        for (const said of [say(told, spoken), askFor(told, spoken)]) {
          const lengths = said
            .split(/[.?:] /)
            .map((sentence) => sentence.split(" ").filter((word) => /[\p{L}\d]/u.test(word)).length);
          expect(Math.max(...lengths), said).to.be.at.most(most);
        }
      }
    }
  });

  it("asks what somebody is to see or measure without saying how it went", () => {
    const scene = sceneAtStart(exampleFamilies.back, 0);
    for (const move of moves.filter(({ told }) => told === "answer")) {
      const asked = askFor(move.words(scene, move.example));
      expect(asked, move.kind).to.not.match(
        /Works\.|Dead\.|Clean\.|Fits\.|Even\.|Dry\.|still there\.|nothing under/,
      );
    }
  });

  it("plans what is worked out later without its figures", () => {
    const scene = sceneAtStart(exampleFamilies.back, 0);
    for (const kind of ["heat-chosen", "dose-chosen", "pattern-chosen", "exposure-chosen", "axis-chosen"]) {
      const move = moves.find((one) => one.kind === kind)!;
      const planned = planFor(move.words(scene, move.example));
      expect(planned, kind).to.not.match(/\d/);
      expect(planned, kind).to.not.equal(askFor(move.words(scene, move.example)));
    }
    expect(planFor({ id: "move.switched-off", values: { trays: "no" } })).to.equal(
      askFor({ id: "move.switched-off", values: { trays: "no" } }),
    );
  });

  it("refuses a message that it does not hold, and a value that is missing", () => {
    expect(() => say({ id: "need.nothing" })).to.throw("need.nothing");
    expect(() => say({ id: "need.part-out" })).to.throw();
  });
});
