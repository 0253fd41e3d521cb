import { execFile } from "node:child_process";
import { existsSync, readFileSync, writeFileSync } from "node:fs";
import { promisify } from "node:util";
import { hashFiles } from "./hash-files.ts";

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

/** Builds the application if anything that it is made of has changed. Returns whether it had to. */
export async function ensureBuilt(): Promise<boolean> {
  const sources = hashFiles(SOURCES);
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
