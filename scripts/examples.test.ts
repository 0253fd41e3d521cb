import { expect } from "chai";
import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { pathToFileURL } from "node:url";
import { sceneAtStart } from "../core/device/start.ts";
import { exampleFamilies } from "../core/stack/examples.ts";

const FOLDERS = ["cli", "core", "demo", "scripts", "server", "src", "words"];
const EXAMPLE = /^ *\* @example\n((?: *\* .*\n)+) *\*\/$/gm;

const family = exampleFamilies.back;
/** What an example may name without saying where it is from. */
const atHand = { exampleFamilies, family, scene: sceneAtStart(family, 0) };

const files = FOLDERS.flatMap((folder) =>
  readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter(({ name }) => /\.tsx?$/.test(name) && !/\.test\.tsx?$/.test(name))
    .map(({ name, parentPath }) => path.join(parentPath, name)),
);

const examples = files.flatMap((file) =>
  [...readFileSync(file, "utf8").matchAll(EXAMPLE)].map(([, block]) => ({
    file,
    lines: block!
      .trimEnd()
      .split("\n")
      .map((line) => line.replace(/^ *\* /, "")),
  })),
);

/** Runs what an example says, with what its file exports; what comes out, and what it says comes out. */
async function run({ file, lines }: (typeof examples)[number]): Promise<{ is: unknown; said: unknown }> {
  const exported = (await import(pathToFileURL(file).href)) as Record<string, unknown>;
  const names = { ...atHand, ...exported };
  const code = lines.join("\n");
  const [, work, said] = /^([^]*?);? \/\/ (.*)$/.exec(code) ?? [null, code, "undefined"];
  const statements = work!.split(/;\n/);
  const last = statements.pop()!;
  const evaluate = new Function(
    ...Object.keys(names),
    `${statements.join(";\n")};\nreturn [${last}, (${said})];`,
  );
  const [is, expected] = evaluate(...Object.values(names)) as [unknown, unknown];
  return { is, said: expected };
}

describe("examples in the documentation of the code", () => {
  it("are there", () => expect(examples.length).to.be.greaterThan(20));
  for (const example of examples) {
    it(`come out as ${example.file} says`, async () => {
      const { is, said } = await run(example);
      if (said === undefined) expect(is).not.to.equal(undefined);
      // Of an object the example names what matters.
      else if (said !== null && typeof said === "object" && !Array.isArray(said))
        expect(is).to.deep.include(said);
      else expect(is).to.deep.equal(said);
    });
  }
});
