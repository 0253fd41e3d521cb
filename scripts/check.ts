import { spawn } from "node:child_process";

/** The fast lane: types, the tests that need neither database nor browser, and lint of the engine. */
function run(name: string, args: string[]): Promise<boolean> {
  return new Promise((resolve) => {
    let output = "";
    const child = spawn(process.execPath, args, { stdio: ["ignore", "pipe", "pipe"] });
    child.stdout.on("data", (chunk: Buffer) => (output += chunk.toString()));
    child.stderr.on("data", (chunk: Buffer) => (output += chunk.toString()));
    child.on("close", (code) => {
      console.log(`${code === 0 ? "  right" : "  WRONG"}  ${name}`);
      if (code !== 0) console.log(output);
      resolve(code === 0);
    });
  });
}

const FAST_TESTS = [
  "core/kernel",
  "core/device",
  "core/twin",
  "core/open",
  "core/bond/tape-plan.test.ts",
  "words",
];

const results = await Promise.all([
  (async () => [
    await run("types", ["node_modules/typescript/bin/tsc", "--noEmit", "-p", "tsconfig.json"]),
    await run("types of the core", ["node_modules/typescript/bin/tsc", "-p", "core/tsconfig.json"]),
  ])(),
  (async () => [
    await run("fast tests", [
      "node_modules/mocha/bin/mocha.js",
      "--no-config",
      "--import=tsx",
      "--timeout=60000",
      "--recursive",
      "--extension=test.ts",
      ...FAST_TESTS,
    ]),
    await run("lint of the engine", [
      "node_modules/eslint/bin/eslint.js",
      "--max-warnings",
      "0",
      "core",
      "words",
    ]),
  ])(),
]);
process.exit(results.flat().every(Boolean) ? 0 : 1);
