import { expect } from "chai";
import { factKey } from "../job/fact.ts";
import { deviceRules } from "../moves.ts";
import { exampleFamilies } from "../stack/examples.ts";
import { hopedPlay } from "../twin/hoped.ts";
import { playJob } from "../twin/play.ts";
import type { DeviceFact } from "./facts.ts";
import { routesOf } from "./routes.ts";
import type { Scene } from "./scene.ts";

/** What each move asks for before it, over whole jobs of every family and route. Read line by line against the order of work. */
const wanted: Readonly<Record<string, string>> = {
  agreed: "damage-drawn opened-job questions-answered released still-open tried trouble-settled",
  "damage-drawn": "opened-job released still-open trouble-settled",
  "function-tried": "opened-job released still-open trouble-settled",
  "job-opened": "",
  "question-answered": "opened-job released still-open trouble-settled",
  "seated-tried": "connector-joined off-heat safe",
  "back-rim-cut": "back-rim-warm off",
  "back-rim-warmed": "off",
  "casing-opened": "back-rim-cut discharged licence off parted screws-out unplugged",
  "connector-joined": "dry edge-dry off-heat safe",
  "connector-opened": "off-heat safe",
  "display-set": "fits off-heat old-off safe tape-on",
  "found-dead": "isolated",
  isolated: "casing-open discharged licence off screws-out unplugged",
  "licence-confirmed": "",
  "part-put-back": "off-heat part-out safe",
  "part-taken-out": "off-heat safe screws-out sheets-photographed",
  "plugged-in": "dry edge-dry supply-joined",
  "screws-returned": "casing-open connector-joined off on part-back shut supply-joined unplugged",
  "screws-taken": "casing-open connector-open discharged licence off safe unplugged",
  "supply-joined": "casing-open dry edge-dry off-heat part-back",
  "switched-off": "",
  "switched-on": "dry edge-dry plugged supply-joined",
  unplugged: "off",
  "film-peeled":
    "axis-read connector-open corner-started edge-held-up off-heat part-out safe solvent-chosen up-edge-marked",
  "heat-chosen": "",
  "heat-put-away": "off-heat",
  "old-off": "connector-open off-heat part-out parted safe screws-out",
  "soak-ended": "soaked soaking",
  "soak-started": "casing-open connector-open heat-chosen off part-out safe screws-out shown unplugged",
  "strip-cut": "heat-chosen workable",
  "axis-chosen": "axis-read lit-bare",
  "axis-read": "off-heat safe",
  "corner-started": "axis-read connector-open off-heat part-out safe up-edge-marked",
  "edge-held-up": "casing-open",
  "edge-seen-dry": "casing-open",
  "film-cut-out": "axis-chosen",
  "film-laid": "clean connector-open edge-held-up film-cut freshly-wiped lit-bare off-heat old-off safe",
  "film-rubbed": "on",
  "lit-bare": "connector-joined old-off part-back plugged running supply-joined",
  "skin-off": "film-rubbed",
  "up-edge-marked": "off-heat safe",
  "glue-cleared": "dry edge-held-up heat-away off-heat old-off safe solvent-chosen",
  "looked-clean": "freshly-wiped glue-off",
  "solvent-chosen": "",
  wiped: "dry edge-held-up glue-off heat-away off-heat old-off safe solvent-chosen",
  "alloy-chosen": "",
  "contact-probed": "flux-off off-heat safe soldered",
  "flux-off": "off-heat safe soldered",
  "old-desoldered": "alloy-chosen connector-open fits off-heat part-out safe sheets-photographed shielded",
  "pins-home": "off-heat old-desoldered safe",
  "sheets-photographed": "off-heat safe",
  shielded: "connector-open fits off-heat part-out safe sheets-photographed",
  soldered: "connector-open fits off-heat part-out pins-home safe sheets-photographed",
  aligned: "on settled",
  "dose-chosen": "lot-taken",
  "dry-fitted": "off-heat part-taken safe",
  "film-on-glass": "fits liners-off lot-in-date lot-taken",
  "glass-set": "fits liners-off off-heat safe tape-on",
  "in-mould": "clean connector-open film-on-glass freshly-wiped off-heat safe",
  "laminator-on": "in-mould",
  "laminator-off": "laminator-running",
  "liquid-laid":
    "clean connector-open dose-chosen fits freshly-wiped liners-off lot-in-date lot-taken off-heat pattern-clear pattern-run safe",
  "looked-for-bubbles": "on settled",
  "lot-taken": "",
  lowered: "lowering",
  "lowering-started": "liquid-laid",
  "part-moved": "fits",
  "part-taken": "old-off shown",
  "pattern-chosen": "dose-chosen",
  "sensor-laminated": "fits joint-sound lot-taken",
  "tape-laid": "clean lot-in-date lot-taken off-heat safe",
  "exposure-chosen": "lamp-read",
  "lamp-read": "lamp-off",
  "lamp-on": "airless aligned exposure-chosen lamp-off lit on seep-wiped",
  "lamp-off": "lamp-on",
  "seep-wiped": "lamp-off lit",
  "function-tested": "connector-joined part-back plugged running screws-back supply-joined",
  "looked-under": "connector-joined plugged running supply-joined",
  "casing-shut":
    "connector-joined fits inside-wiped liners-counted liners-off looked-under off on part-back screws-back shown supply-joined tape-on unplugged",
  "certificate-signed": "customer-told",
  "customer-told": "agreed",
  ended: "certificate-signed customer-told outside-clean screws-back shut squeezed still-shown",
  "inside-wiped": "casing-open off",
  "liner-peeled": "",
  "liners-counted": "",
  "outside-cleaned": "shut",
  "squeeze-started": "shut",
  "squeeze-ended": "shut squeezing",
};

/** Facts that hold all through a job that goes well: other tests take each away. */
const NEVER_IN_DOUBT = ["dry", "released", "still-open", "trouble-settled"];

describe("what moves ask for", () => {
  const asked = new Map<string, Set<string>>();
  const everFalse = new Set<string>();
  before(() => {
    for (const family of Object.values(exampleFamilies))
      for (const route of routesOf(family))
        for (const bondMethod of ["liquid", "sheet"] as const) {
          const scenes: Scene[] = [];
          const facts = new Map<string, DeviceFact>();
          const game = playJob(deviceRules, hopedPlay({ family, route, bondMethod }));
          for (let step = game.next(); !step.done; step = game.next()) {
            const { move, event, before: scene } = step.value;
            const own = asked.get(move.kind) ?? new Set<string>();
            for (const fact of move.needs(scene, event.data)) {
              own.add(fact.is);
              facts.set(factKey(fact), fact);
            }
            asked.set(move.kind, own);
            scenes.push(scene);
          }
          for (const fact of facts.values())
            if (!everFalse.has(fact.is) && scenes.some((scene) => !deviceRules.holds(scene, fact)))
              everFalse.add(fact.is);
        }
  });

  it("is what the order of work wants, no need less and none more", () => {
    const said = Object.fromEntries([...asked].map(([kind, facts]) => [kind, [...facts].sort().join(" ")]));
    expect(said).to.deep.equal(wanted);
  });

  it("does not hold by itself: each need was open at some time of some job", () => {
    const needs = new Set(Object.values(wanted).flatMap((facts) => facts.split(" ").filter(Boolean)));
    expect([...needs].filter((is) => !everFalse.has(is)).sort()).to.deep.equal(NEVER_IN_DOUBT);
  });
});
