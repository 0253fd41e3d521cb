import { createHash } from "node:crypto";
import { mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import path from "node:path";
import { build } from "esbuild";
import { CACHE, runMocha, type Check } from "./checks.ts";

/** For each file of tests: what it and all that it imports came to when it last passed, and how many tests it has. */
type Passed = Record<string, { hash: string; tests: number }>;

/** What the test runner writes down. */
interface Told {
  passes: { file: string }[];
  failures: { file?: string; fullTitle: string; err: { message?: string; stack?: string } }[];
}

const KEPT = `${CACHE}/passed.json`;

/** What a file of tests starts or reads beside what it imports: modules with all that these import, and folders of text. */
export type Beside = Readonly<Record<string, readonly string[]>>;

function* testsIn(place: string): Generator<string> {
  if (/\.test\.tsx?$/.test(place)) yield place;
  else if (!path.extname(place)) {
    for (const name of readdirSync(place).sort()) yield* testsIn(`${place}/${name}`);
  }
}

const keptBefore = (): Passed => {
  try {
    return JSON.parse(readFileSync(KEPT, "utf8")) as Passed;
  } catch {
    return {};
  }
};

/**
 * A hash for each file of tests: of its own text, of all that it imports, near and far, of the packages and of Node. Tests that
 * have neither clock nor files nor chance of their own come out the same where this is the same; what they start or read counts too where
 * it is said.
 *
 * @param files paths from the root
 */
export async function hashesOf(files: readonly string[], beside: Beside = {}): Promise<Map<string, string>> {
  const started = Object.values(beside).flat();
  const modules = [...files, ...started.filter((at) => path.extname(at) !== "")];
  const { metafile } = await build({
    stdin: {
      contents: modules.map((file) => `import ${JSON.stringify(`./${file}`)};`).join("\n"),
      resolveDir: ".",
    },
    bundle: true,
    packages: "external",
    platform: "node",
    format: "esm",
    metafile: true,
    write: false,
    logLevel: "error",
  });
  const around = [process.version, readFileSync("package-lock.json"), readFileSync("tsconfig.json")];
  const filesIn = (folder: string): string[] =>
    readdirSync(folder, { recursive: true, withFileTypes: true })
      .filter((entry) => entry.isFile())
      .map((entry) => path.join(entry.parentPath, entry.name));
  const texts = new Map<string, Buffer>();
  const textOf = (file: string): Buffer => {
    const known = texts.get(file) ?? readFileSync(file);
    texts.set(file, known);
    return known;
  };
  const hashOf = (file: string): string => {
    const seen = new Set([file]);
    for (const at of beside[file] ?? [])
      for (const one of path.extname(at) === "" ? filesIn(at) : [at]) seen.add(one);
    for (const at of seen) {
      for (const { path: next, external } of metafile.inputs[at]?.imports ?? [])
        if (!external) seen.add(next);
    }
    const hash = createHash("sha256");
    for (const part of around) hash.update(part).update("\0");
    for (const at of [...seen].sort()) hash.update(at).update("\0").update(textOf(at)).update("\0");
    return hash.digest("hex");
  };
  return new Map(files.map((file) => [file, hashOf(file)]));
}

/** Runs files of tests; what went wrong stands in the text, and what passed is counted by file. */
async function runTests(
  files: readonly string[],
): Promise<{ passes: string[]; failedIn: Set<string>; failed: number; text: string }> {
  const told = `${CACHE}/told.json`;
  mkdirSync(CACHE, { recursive: true });
  rmSync(told, { force: true });
  const { code, output } = await runMocha(["--reporter=json", `--reporter-option=output=${told}`], files);
  try {
    const { passes, failures } = JSON.parse(readFileSync(told, "utf8")) as Told;
    // A run that broke before it could count is a failure too.
    const failed = code !== 0 && failures.length === 0 ? 1 : failures.length;
    const texts = failures.map(({ fullTitle, err }) => `${fullTitle}\n${err.stack ?? err.message ?? ""}`);
    // A failure that belongs to no file, or a run that broke, says nothing good of any.
    const isWhole = failed === failures.length && failures.every(({ file }) => file !== undefined);
    const bad = isWhole ? failures.map(({ file }) => path.relative(".", file!)) : files;
    return {
      passes: passes.map(({ file }) => path.relative(".", file)),
      failedIn: new Set(bad),
      failed,
      text: (failed > texts.length ? [output] : texts).join("\n\n"),
    };
  } catch {
    return { passes: [], failedIn: new Set(files), failed: 1, text: output };
  }
}

/**
 * Tests of code that has no clock and no files: those that passed as they stand are counted, not run again. The long form runs all.
 *
 * @param places folders or files of tests
 */
export const pureTests =
  (name: string, beside: Beside, ...places: string[]): Check =>
  async () => {
    const files = places.flatMap((place) => [...testsIn(place)]);
    const kept = keptBefore();
    const before = process.env.HALF_LIFT_LONG === undefined ? kept : {};
    const hashes = await hashesOf(files, beside);
    const passed: Passed = {};
    for (const file of files) {
      const known = before[file];
      if (known && known.hash === hashes.get(file)) passed[file] = known;
    }
    const unchanged = Object.values(passed).reduce((sum, { tests }) => sum + tests, 0);
    const fresh = files.filter((file) => !passed[file]);
    const { passes, failedIn, failed, text } =
      fresh.length > 0
        ? await runTests(fresh)
        : { passes: [], failedIn: new Set<string>(), failed: 0, text: "" };
    console.log(
      `\n  tests of ${name}: ${passes.length} passed now, ${unchanged} unchanged since they passed, ${failed} failed\n${text}`,
    );
    for (const file of fresh) {
      const tests = passes.filter((of) => of === file).length;
      if (!failedIn.has(file)) passed[file] = { hash: hashes.get(file)!, tests };
    }
    mkdirSync(CACHE, { recursive: true });
    writeFileSync(KEPT, JSON.stringify({ ...kept, ...passed }));
    return { passed: unchanged + passes.length, failed };
  };
