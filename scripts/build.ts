import { execFile } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, readdirSync, readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import { promisify } from "node:util";

const SOURCES = [
  "core",
  "words",
  "server",
  "src",
  "public",
  "scripts",
  "astro.config.mjs",
  "tsconfig.json",
  "package-lock.json",
];
const STAMP = "dist/.sources";

function* filesIn(place: string): Generator<string> {
  if (!existsSync(place)) return;
  const entries = readdirSync(path.dirname(place), { withFileTypes: true });
  if (entries.find((entry) => entry.name === path.basename(place))?.isFile()) {
    yield place;
    return;
  }
  for (const name of readdirSync(place).sort()) yield* filesIn(path.join(place, name));
}

function hashSources(): string {
  const hash = createHash("sha256");
  for (const source of SOURCES) {
    for (const file of filesIn(source))
      hash.update(file).update("\0").update(readFileSync(file)).update("\0");
  }
  return hash.digest("hex");
}

/** Builds the application if anything that it is made of has changed. Returns whether it had to. */
export async function ensureBuilt(): Promise<boolean> {
  const sources = hashSources();
  if (existsSync(STAMP) && readFileSync(STAMP, "utf8") === sources) return false;
  console.log("Building.");
  const env = { ...process.env, ASTRO_TELEMETRY_DISABLED: "1" };
  await promisify(execFile)(process.execPath, ["node_modules/astro/astro.js", "build"], {
    env,
    maxBuffer: 64 * 1024 * 1024,
  }).catch(({ stdout, stderr }: { stdout: string; stderr: string }) => {
    throw new Error(`The build failed:\n${stdout}${stderr}`);
  });
  writeFileSync(STAMP, sources);
  return true;
}
