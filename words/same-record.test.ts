import { expect } from "chai";
import { routesOf } from "../core/device/routes.ts";
import { methodsOf } from "../core/lift/methods-of.ts";
import { deviceRules } from "../core/moves.ts";
import { exampleFamilies } from "../core/stack/examples.ts";
import { hoped } from "../core/twin/hoped.ts";
import { playJob } from "../core/twin/play.ts";
import { kindTruth } from "../core/twin/truth.ts";
import { addCatalogue, hearFrom, type Language } from "./language.ts";
import { askFor, say } from "./say.ts";
import { spanish } from "./spanish.ts";

addCatalogue("es", spanish);

/** What is written in the language of whoever writes it: words for the customer. */
const WRITTEN = new Set(["customer-told"]);

/** A job of each repair as it is worked by a hand that speaks a language: what is recorded, and what is said of it. */
function worked(spoken: Language) {
  const heard = hearFrom(() => spoken);
  try {
    return Object.values(exampleFamilies).flatMap((family) =>
      routesOf(family).map((route) => {
        const method = methodsOf(family, route).methods[0] ?? "plate";
        const play = playJob(deviceRules, {
          family,
          route,
          films: route === "film" ? ["front"] : [],
          method,
          bondMethod: "liquid",
          truth: kindTruth,
          seed: 7,
          stray: 0,
          declines: false,
          choose: hoped(method, kindTruth),
          startMs: Date.parse("2026-01-05T08:00:00Z"),
        });
        const record: unknown[] = [];
        const said: string[] = [];
        for (let step = play.next(); !step.done; step = play.next()) {
          const { event, move, before } = step.value;
          record.push([event.kind, event.atMs, WRITTEN.has(event.kind) ? null : event.data]);
          const told = move.words(before, event.data);
          // A function is asked for in the words of its family.
          if (event.kind !== "function-tested") said.push(say(told), askFor(told));
        }
        return { of: `${family.code} ${route}`, record, said };
      }),
    );
  } finally {
    hearFrom(heard);
  }
}

describe("a job that is worked in Spanish", () => {
  it("leaves the record that it leaves in English, and is said in Spanish", () => {
    const inEnglish = worked("en");
    const inSpanish = worked("es");
    for (const [i, job] of inSpanish.entries()) {
      expect(job.record, job.of).to.deep.equal(inEnglish[i]!.record);
      for (const said of job.said) expect(said, job.of).to.not.match(/[{}]|undefined|NaN/);
      const alike = job.said.filter((said) => /\p{Ll}{4,}/u.test(said) && inEnglish[i]!.said.includes(said));
      expect(alike, job.of).to.deep.equal([]);
    }
  });
});
