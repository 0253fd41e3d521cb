import { expect } from "chai";
import { chooseFor } from "../core/device/choose.ts";
import { routesOf } from "../core/device/routes.ts";
import { deviceRules } from "../core/moves.ts";
import { methodsOf } from "../core/lift/methods-of.ts";
import { certificateOf } from "../core/records/job-certificate.ts";
import { hopedPlay } from "../core/twin/hoped.ts";
import { playJob } from "../core/twin/play.ts";
import { truthOf } from "../core/twin/truth.ts";
import { families } from "./families.ts";
import { isLong } from "../test/long.ts";

describe("the demo's families, worked by the plan", () => {
  for (const family of families) {
    for (const route of routesOf(family)) {
      it(`${family.code} by ${route}: every method, to a device that leaves proved`, () => {
        const { methods } = methodsOf(family, route);
        for (const [i, method] of (methods.length ? methods : (["plate"] as const)).entries()) {
          const game = playJob(
            deviceRules,
            hopedPlay({
              family,
              route,
              films: route === "film" ? (["front", "rear"] as const).slice(0, 1 + (i % 2)) : [],
              method,
              bondMethod: i % 2 === 0 ? "liquid" : "sheet",
              truth: truthOf(i + 11, family),
              seed: i,
              stray: 0.2,
            }),
          );
          for (let step = game.next(); ; step = game.next()) {
            if (!step.done) continue;
            const certificate = certificateOf(step.value.scene);
            expect(certificate.outcome, method).to.be.oneOf(["repaired", "connection seated"]);
            expect(certificate.stillOut, method).to.deep.equal([]);
            for (const { name, result } of certificate.functions) {
              expect(result, `${method}: ${name}`).to.be.oneOf(["works", "was dead at intake", "not fitted"]);
            }
            break;
          }
        }
      });
    }
  }

  // With what the product itself works out, a stack that is still warm goes back on the heat for less than its first soak.
  for (const code of isLong ? ["AQ-8", "BX-24", "TK-5", "PH-10"] : ["AQ-8", "TK-5"]) {
    it(`${code}: the heat, the pattern and the light as they are worked out part and join the device without harm`, () => {
      const family = families.find((one) => one.code === code)!;
      const [route] = routesOf(family);
      const game = playJob(
        deviceRules,
        hopedPlay({
          family,
          route: route!,
          truth: truthOf(7, family),
          seed: 7,
          choose: (scene, kind, offered) => chooseFor(scene, kind, offered, { method: "plate" }),
        }),
      );
      let soaks = 0;
      for (let step = game.next(); ; step = game.next()) {
        if (!step.done) {
          soaks += Number(step.value.event.kind === "soak-started");
          continue;
        }
        expect(certificateOf(step.value.scene).outcome).to.equal("repaired");
        break;
      }
      if (code !== "AQ-8") expect(soaks).to.be.greaterThan(1);
    });
  }
});
