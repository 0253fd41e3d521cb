import { chooseFor } from "../core/device/choose.ts";
import { repairRoutes, routesOf, type RepairRoute } from "../core/device/routes.ts";
import { heatMethodKinds, type HeatMethodKind } from "../core/heat/heat-methods.ts";
import { filmSides, type FilmSide } from "../core/film/films.ts";
import { stageNames, type StageName } from "../core/stage.ts";
import { deviceRules } from "../core/moves.ts";
import { certificateOf } from "../core/records/job-certificate.ts";
import { deviceLine } from "../core/twin/device-line.ts";
import { playJob, Untrue } from "../core/twin/play.ts";
import { truthOf } from "../core/twin/truth.ts";
import type { Family } from "../core/stack/family.ts";
import { families } from "../demo/families.ts";
import { methodsOf } from "../core/lift/methods-of.ts";
import { say } from "../words/say.ts";
import { parseArgs } from "node:util";

const usage = `rehearse --family TK-5 --route layer --seed 7   plays a job on a simulated device by the product's own plan:
                                               one JSON line a move, the certificate as the last line
  --method plate|mat|gun|dryer|sun|freezer|wire  how the glue is softened or frozen (plate)
  --bond liquid|sheet                          how a bonded layer is joined (liquid)
  --films front,rear                           which polarizers, on a film route (front)
  --dies <stage>                               the panel dies in this stage
  --declines                                   the customer says no to the price that is asked after a loss
  --stray 0.2                                  presses something the plan did not ask for, where the record lets it
rehearse --list                                families with their routes and methods`;

function fail(message: string): never {
  console.error(message);
  process.exit(2);
}

const oneOf = <Name extends string>(field: string, value: string, names: readonly Name[]): Name =>
  names.find((name) => name === value) ?? fail(`--${field}: "${value}" must be one of ${names.join(", ")}`);

function numberOf(field: string, text: string, min: number, max: number): number {
  const value = Number(text);
  return Number.isFinite(value) && value >= min && value <= max
    ? value
    : fail(`--${field}: "${text}" must be a number from ${min} to ${max}`);
}

const list = () =>
  families.map((family) => ({
    family: family.code,
    name: family.name,
    wayIn: family.wayIn,
    routes: routesOf(family).map((route) => ({ route, ...methodsOf(family, route) })),
  }));

const print = (value: unknown) => process.stdout.write(`${JSON.stringify(value)}\n`);

function options() {
  try {
    return parseArgs({
      options: {
        family: { type: "string" },
        route: { type: "string" },
        seed: { type: "string", default: "1" },
        method: { type: "string" },
        bond: { type: "string", default: "liquid" },
        films: { type: "string", default: "front" },
        dies: { type: "string" },
        declines: { type: "boolean", default: false },
        stray: { type: "string", default: "0" },
        list: { type: "boolean", default: false },
        help: { type: "boolean", default: false },
      },
    }).values;
  } catch (error) {
    return fail(`${(error as Error).message}\n\n${usage}`);
  }
}

const given = options();
if (given.help) {
  console.log(usage);
} else if (given.list) {
  for (const entry of list()) print(entry);
} else {
  const code = given.family ?? fail(usage);
  const family: Family =
    families.find((known) => known.code === code) ??
    fail(`--family: "${code}" must be one of ${families.map((known) => known.code).join(", ")}`);
  const route: RepairRoute = oneOf("route", given.route ?? routesOf(family)[0]!, repairRoutes);
  if (!routesOf(family).includes(route)) {
    fail(`--route: ${code} offers ${routesOf(family).join(", ")}, not ${route}`);
  }
  const { methods } = methodsOf(family, route);
  const method: HeatMethodKind = oneOf("method", given.method ?? methods[0] ?? "plate", heatMethodKinds);
  if (given.method !== undefined && !methods.includes(method)) {
    fail(`--method: ${method} does not part this stack; there is ${methods.join(", ") || "nothing to heat"}`);
  }
  const seed = numberOf("seed", given.seed, 0, 1_000_000_000);
  const diesIn: StageName | null = given.dies === undefined ? null : oneOf("dies", given.dies, stageNames);
  const films: FilmSide[] =
    route === "film" ? given.films.split(",").map((film) => oneOf("films", film.trim(), filmSides)) : [];
  try {
    const play = playJob(deviceRules, {
      family,
      route,
      films,
      method,
      bondMethod: oneOf("bond", given.bond, ["liquid", "sheet"] as const),
      truth: { ...truthOf(seed, family), diesIn },
      seed,
      stray: numberOf("stray", given.stray, 0, 0.9),
      declines: given.declines,
      choose: (scene, kind, offered) => chooseFor(scene, kind, offered, { method }),
      startMs: Date.parse("2026-01-05T08:00:00Z"),
    });
    let step = play.next();
    while (!step.done) {
      const { event, move, before, scene } = step.value;
      print({
        n: event.seq,
        stage: event.stage,
        kind: event.kind,
        says: say(move.words(before, event.data)),
        pedal: move.told === "press",
        at: new Date(event.atMs).toISOString(),
        data: event.data,
        device: deviceLine(scene),
      });
      step = play.next();
    }
    print({ certificate: certificateOf(step.value.scene) });
  } catch (error) {
    if (!(error instanceof Untrue)) throw error;
    console.error(`The record let pass what the device does not: ${error.message}`);
    process.exit(1);
  }
}
