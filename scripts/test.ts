import { mkdirSync, readFileSync, rmSync } from "node:fs";
import {
  build,
  format,
  lint,
  lintOfTypes,
  run,
  runAll,
  types,
  typesOfCore,
  typesOfPages,
  unitTests,
  type Check,
  type Tally,
} from "./checks.ts";
import { pureTests } from "./pure-tests.ts";

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

/** Long tests that come out the same as long as what they start or read is the same. */
const startedOrRead = {
  "cli/look.test.ts": ["cli/look.ts"],
  "scripts/assemblies.test.ts": ["assembly", "core/wasm"],
};

/** In a browser, against the server as it is built. */
const builtAndUsed: Check = async () => {
  const built = await build();
  if (built.failed > 0) return built;
  const used = await endToEndTests();
  return { passed: built.passed + used.passed, failed: used.failed };
};

// Much of a job at the bench is waiting: the other checks go on beside it.
const { passed, failed } = await runAll([
  builtAndUsed,
  pureTests(
    "the core and the demo",
    startedOrRead,
    "core",
    "words",
    "demo",
    "test/reference",
    ...Object.keys(startedOrRead),
  ),
  // In two parts: whichever lane is free first takes the second.
  unitTests(
    "the server, the screens and the command line",
    ["cli", "server", "scripts", "src"],
    Object.keys(startedOrRead),
  ),
  unitTests("the endpoints", ["test/api"]),
  lint,
  typesOfPages,
  lintOfTypes,
  format,
  types,
  typesOfCore,
]);
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed > 0 ? 1 : 0);
