import { format, lint, lintOfTypes, runAll, types, typesOfCore } from "./checks.ts";
import { pureTests } from "./pure-tests.ts";

/** The fast lane: types, lint, format, and the tests that need neither database nor browser and reach the job. */
const { failed } = await runAll([
  lint,
  lintOfTypes,
  types,
  pureTests(
    "the job and what is said of it",
    {},
    "core/job",
    "core/device",
    "core/twin",
    "core/open",
    "core/bond/tape-plan.test.ts",
    "words",
  ),
  typesOfCore,
  format,
]);
process.exit(failed > 0 ? 1 : 0);
