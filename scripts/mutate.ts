import { spawn } from "node:child_process";
import { availableParallelism } from "node:os";
import { parseArgs } from "node:util";
import Mocha from "mocha";
import { facts } from "../core/device/facts.ts";
import { routesOf } from "../core/device/routes.ts";
import { moves } from "../core/moves.ts";
import { deviceRules } from "../core/moves.ts";
import { randomStream } from "../core/random.ts";
import { exampleFamilies } from "../core/stack/examples.ts";
import { hopedPlay } from "../core/twin/hoped.ts";
import { playJob } from "../core/twin/play.ts";

/**
 * Removes one need, effect, fault or condition of the job engine at a time and runs the fast tests that reach it. What no test
 * notices has survived: a place where the record could say what did not happen.
 */

const usage = `npm run mutate                 60 changes, drawn by a seed
npm run mutate -- --count 200 --seed 3
npm run mutate -- --all         every one that there is`;

const TESTS = [
  "core/device/needs.test.ts",
  "core/device/true-order.test.ts",
  "core/twin/walks.test.ts",
  "core/job/kernel.test.ts",
];

interface Mutant {
  name: string;
  apply: () => void;
}

type Mutable = { -readonly [Field in keyof (typeof moves)[number]]: (typeof moves)[number][Field] };

/** Every need, effect and fault of every move, and every condition of a fact, that a whole job of some family meets. */
function mutants(): Mutant[] {
  const needs = new Map<string, Set<string>>();
  const effects = new Set<string>();
  for (const family of Object.values(exampleFamilies)) {
    for (const route of routesOf(family)) {
      const game = playJob(deviceRules, hopedPlay({ family, route }));
      for (let step = game.next(); !step.done; step = game.next()) {
        const { move, event, before } = step.value;
        effects.add(move.kind);
        const own = needs.get(move.kind) ?? new Set<string>();
        for (const { is } of move.needs(before, event.data)) own.add(is);
        needs.set(move.kind, own);
      }
    }
  }
  const moveOf = (kind: string) => moves.find((move) => move.kind === kind) as Mutable;
  return [
    ...[...needs].flatMap(([kind, facts_]) =>
      [...facts_].map((is): Mutant => ({
        name: `${kind} without its need "${is}"`,
        apply: () => {
          const move = moveOf(kind);
          const { needs: own } = move;
          move.needs = (scene, data) => own(scene, data).filter((fact) => fact.is !== is);
        },
      })),
    ),
    ...[...effects].map((kind): Mutant => ({
      name: `${kind} without its effect`,
      apply: () => {
        moveOf(kind).does = ({ state }) => state;
      },
    })),
    ...Object.keys(facts).map((is): Mutant => ({
      name: `"${is}" always so`,
      apply: () => {
        (facts as unknown as Record<string, { holds: () => boolean }>)[is]!.holds = () => true;
      },
    })),
  ];
}

/** Runs the tests on a changed engine; whether any failed. */
async function isNoticed(mutant: Mutant): Promise<boolean> {
  mutant.apply();
  const mocha = new Mocha({ bail: true, timeout: 120_000, reporter: "min" });
  // Imported here, not by the runner: it would load the engine a second time, unchanged.
  mocha.suite.emit("pre-require", globalThis, "", mocha);
  for (const file of TESTS) await import(`../${file}`);
  // What is printed by the tests is of no interest: only whether they fail.
  const write = process.stdout.write.bind(process.stdout);
  process.stdout.write = () => true;
  const failures = await new Promise<number>((resolve) => mocha.run(resolve));
  process.stdout.write = write;
  return failures > 0;
}

const { values } = parseArgs({
  options: {
    count: { type: "string", default: "60" },
    seed: { type: "string", default: "1" },
    all: { type: "boolean", default: false },
    only: { type: "string" },
    help: { type: "boolean", default: false },
  },
});

const everyOne = mutants();

if (values.help) {
  console.log(usage);
} else if (values.only !== undefined) {
  const mutant = everyOne.find(({ name }) => name === values.only);
  if (!mutant) {
    console.error(`There is no change called ${values.only}.`);
    process.exit(2);
  }
  process.exit((await isNoticed(mutant)) ? 1 : 0);
} else {
  const random = randomStream(Number(values.seed));
  const drawn = everyOne
    .map((mutant) => ({ mutant, at: random() }))
    .sort((a, b) => a.at - b.at)
    .slice(0, values.all ? everyOne.length : Number(values.count))
    .map(({ mutant }) => mutant);
  const survivors: string[] = [];
  const queue = [...drawn];
  const work = async () => {
    for (let mutant = queue.shift(); mutant; mutant = queue.shift()) {
      const { name } = mutant;
      const code = await new Promise<number | null>((resolve) =>
        spawn(process.execPath, ["--import", "tsx", "scripts/mutate.ts", "--only", name], {
          stdio: "ignore",
          // A plan that goes round for ever is noticed too.
          timeout: 120_000,
        }).on("close", resolve),
      );
      if (code === 0) survivors.push(name);
      console.log(`${code === 0 ? "SURVIVED" : "noticed "}  ${name}`);
    }
  };
  await Promise.all(Array.from({ length: Math.max(1, availableParallelism()) }, work));
  console.log(`\n${drawn.length} of ${everyOne.length} changes tried, ${survivors.length} survived:`);
  for (const name of survivors.sort()) console.log(`  ${name}`);
}
