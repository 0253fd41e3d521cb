import { mkdirSync, readFileSync, rmSync } from "node:fs";
import {
  build,
  format,
  lint,
  run,
  runAll,
  typesOfCore,
  typesOfEverything,
  unitTests,
  type Tally,
} from "./checks.ts";

const RESULTS = ".work/results";
rmSync(RESULTS, { recursive: true, force: true });
mkdirSync(RESULTS, { recursive: true });

interface PlaywrightReport {
  stats: { expected: number; unexpected: number; flaky: number };
}

async function endToEndTests(): Promise<Tally> {
  const file = `${RESULTS}/end-to-end.json`;
  const { code } = await run(["node_modules/@playwright/test/cli.js", "test", "--reporter=list,json"], {
    env: { PLAYWRIGHT_JSON_OUTPUT_NAME: file },
    shown: true,
  });
  try {
    const { stats } = JSON.parse(readFileSync(file, "utf8")) as PlaywrightReport;
    const failed = stats.unexpected + stats.flaky;
    return { passed: stats.expected, failed: code !== 0 && failed === 0 ? 1 : failed };
  } catch {
    return { passed: 0, failed: 1 };
  }
}

const first = await runAll([
  unitTests("the core", "core", "words", "cli"),
  lint,
  build,
  typesOfEverything,
  unitTests("the rest", "server", "demo", "scripts", "src", "test"),
  format,
  typesOfCore,
]);
// The browser's tests keep both cores busy by themselves.
const last = await endToEndTests();
const failed = first.failed + last.failed;
console.log(`\n${first.passed + last.passed} passed, ${failed} failed`);
process.exit(failed > 0 ? 1 : 0);
