import { expect } from "chai";
import { families } from "../../demo/families.ts";
import { familyNamed } from "../../test/bench-hand.ts";
import { routeNames, routes, type RouteName } from "../route/routes.ts";
import type { Family } from "../stack/family.ts";
import {
  answersOf,
  bringsTouch,
  decideRoute,
  kindOf,
  questionNamed,
  questions,
  touchPlace,
  type Answers,
  type Decision,
} from "./decision-tree.ts";

interface Path {
  answers: Answers;
  asked: string[];
  end: Decision;
}

/** Every way through the questions: each answer of each question as it comes. */
function* paths(family: Family | null, answers: Answers = {}, asked: string[] = []): Generator<Path> {
  const decision = decideRoute(family, answers);
  if (decision.next === null) {
    yield { answers, asked, end: decision };
    return;
  }
  expect(asked, "a question that is asked twice never ends").to.not.include(decision.next);
  for (const { key } of questionNamed(decision.next).answers) {
    yield* paths(family, { ...answers, [decision.next]: key }, [...asked, decision.next]);
  }
}

const doomed: Family = { ...familyNamed("TK-5"), survivesParting: false, routes: ["assembly"], seams: [] };
/** A family that names every route, and dies of parting: what the schema refuses, the tree must stand all the same. */
const careless: Family = { ...familyNamed("PH-10"), survivesParting: false, routes: [...routeNames] };
const every: (Family | null)[] = [null, ...families, doomed, careless];
const parts = (route: RouteName) => routes[route].joins !== "none";

describe("the decision tree", () => {
  for (const family of every) {
    const name = family
      ? `${family.code}${family.survivesParting ? "" : " that dies of parting"}`
      : "an unknown family";
    it(`ends on every path for ${name}, after at most six questions, with a route or a verdict`, () => {
      let seen = 0;
      for (const { asked, end } of paths(family)) {
        seen += 1;
        expect(asked.length).to.be.at.most(6);
        if (end.possible.length === 0) expect(end.verdict).to.be.a("string").and.not.equal("");
        else expect(end.verdict).to.equal(null);
        for (const { because } of end.ruledOut) expect(because).to.not.equal("");
      }
      expect(seen).to.be.greaterThan(1);
    });
  }

  it("never offers to part a family that does not survive it, on any path", () => {
    for (const family of every) {
      for (const { answers, end } of paths(family)) {
        const dies =
          family?.survivesParting === false ||
          answers.separable === "no" ||
          answers.family === "does not survive parting";
        if (dies) expect(end.possible.filter(parts), JSON.stringify(answers)).to.deep.equal([]);
      }
    }
    // An answer cannot talk a family into surviving.
    expect(decideRoute(careless, { separable: "yes" }).possible.filter(parts)).to.deep.equal([]);
  });

  it("offers only what the family offers, and nothing where the connection was the fault", () => {
    for (const family of families) {
      for (const { answers, end } of paths(family)) {
        for (const route of end.possible) expect(family.routes).to.include(route);
        if (answers.flex === "gone") expect(end.possible).to.deep.equal([]);
        if (answers.picture === "broken" && answers.flex === "still") {
          expect(end.possible).to.deep.equal(["assembly"]);
        }
      }
    }
  });

  it("asks first what decides most: the stack where it is unknown, else what costs nothing to mend", () => {
    expect(decideRoute(null, {}).next).to.equal("family");
    expect(decideRoute(familyNamed("TK-5"), {}).next).to.equal("flex");
    // What can change nothing is not asked: a family whose touch is no part of it.
    const asked = [...paths(familyNamed("WS-240"))].flatMap((path) => path.asked);
    expect(asked).to.not.include("touch").and.not.include("separable").and.not.include("family");
  });

  it("asks on average for fewer than six questions", () => {
    const mean = (family: Family | null) => {
      // Each answer as likely as the next.
      const walk = (answers: Answers): number => {
        const { next } = decideRoute(family, answers);
        if (next === null) return 0;
        const options = questionNamed(next).answers;
        return (
          1 + options.reduce((sum, { key }) => sum + walk({ ...answers, [next]: key }), 0) / options.length
        );
      };
      return walk({});
    };
    for (const family of every) expect(mean(family)).to.be.below(6);
  });

  it("does not leave a dead touch layer in place", () => {
    const dead: Answers = { flex: "still", picture: "whole", bleeding: "no", touch: "dead" };
    expect(decideRoute(familyNamed("PH-10"), dead).possible).to.deep.equal(["assembly"]);
    expect(decideRoute(familyNamed("AQ-8"), dead).possible).to.deep.equal(["glass-sensor", "assembly"]);
    // Opened below its touch film, the plotter would get a new one.
    const plotter = familyNamed("PH-10");
    const deeper = { ...plotter, seams: plotter.seams.map((seam) => ({ ...seam, layer: "lower adhesive" })) };
    expect(bringsTouch(plotter, "layer")).to.equal(false);
    expect(decideRoute(deeper, dead).possible).to.deep.equal(["layer", "assembly"]);
  });

  it("knows from the stack where the touch layer sits", () => {
    const place = (code: string) => touchPlace(familyNamed(code));
    expect([place("AQ-8"), place("PH-10"), place("TK-5"), place("KB-15")]).to.deep.equal([
      "above",
      "above",
      "panel",
      "none",
    ]);
    expect(answersOf(familyNamed("KB-15"))).to.deep.equal({
      family: "bare panel with films",
      separable: "yes",
      touch: "none",
    });
  });

  it("knows the kind of a family from its stack, and that kind leaves every route that the family offers", () => {
    expect(families.map((f) => `${f.code} ${kindOf(f)}`)).to.deep.equal([
      "PH-10 bonded, touch a layer of its own",
      "TK-5 bonded, touch in the panel",
      "BX-24 bonded, touch a layer of its own",
      "WS-240 bare panel with films",
      "KB-15 bare panel with films",
      "AQ-8 air gap",
      "ER-7 layered backlight",
      "TW-42 bonded, touch in the panel",
      "NH-6 bonded, touch in the panel",
      "DG-9 bare panel with films",
      "PC-3 air gap",
    ]);
    const dying = { ...familyNamed("TK-5"), survivesParting: false, routes: ["assembly" as const] };
    expect(kindOf(dying)).to.equal("does not survive parting");
    for (const f of [...families, dying]) {
      expect(decideRoute(null, { family: kindOf(f) }).possible).to.include.members(f.routes);
    }
  });

  it("is data that can be read: every answer has a name, and says why where it rules something out", () => {
    for (const { ask, why, answers } of questions) {
      expect(ask).to.match(/\?$/);
      expect(why.length).to.be.greaterThan(20);
      expect(new Set(answers.map(({ key }) => key)).size).to.equal(answers.length);
      for (const { rulesOut, because } of answers) {
        const rules = typeof rulesOut === "string" || rulesOut.length > 0;
        expect(because !== "").to.equal(rules);
      }
    }
  });
});
