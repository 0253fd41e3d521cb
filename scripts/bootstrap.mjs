// Installs what a script needs and then runs it. Plain JavaScript without packages: it must run before there are any.
import { execFileSync, spawnSync } from "node:child_process";
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import path from "node:path";
import { createHash } from "node:crypto";
import { fileURLToPath } from "node:url";

const root = path.dirname(path.dirname(fileURLToPath(import.meta.url)));
process.chdir(root);
const [script, ...wishes] = process.argv.slice(2);

/** @param {string} message @returns {never} */
function giveUp(message) {
  console.error(message);
  process.exit(1);
}

const [major = 0, minor = 0] = process.versions.node.split(".").map(Number);
if (major < 20 || (major === 20 && minor < 19)) {
  giveUp(`Half Lift needs Node 20.19 or newer; this is ${process.version}.`);
}

function installModules() {
  const stamp = path.join("node_modules", ".half-lift-lock");
  const lock = createHash("sha256").update(readFileSync("package-lock.json")).digest("hex");
  const lean = `${lock} without tools`;
  const before = existsSync(stamp) ? readFileSync(stamp, "utf8") : null;
  if (before === lock || (before === lean && script === "demo")) return;
  const installed = path.join("node_modules", ".package-lock.json");
  const isThere = existsSync(installed);
  const isNew = isThere && statSync(installed).mtimeMs >= statSync("package-lock.json").mtimeMs;
  // The demo needs no tools for tests; those that are there are kept: somebody works on it here.
  const isLean = script === "demo" && (!isThere || before?.endsWith("without tools") === true);
  if (!isNew || before === lean) {
    console.log("Installing the node modules.");
    const { status } = spawnSync(
      "npm",
      ["ci", "--no-audit", "--no-fund", ...(isLean ? ["--omit=dev"] : [])],
      {
        stdio: "inherit",
      },
    );
    if (status !== 0)
      giveUp("npm ci failed; see above. The npm registry must be reachable for the first start.");
  }
  writeFileSync(stamp, isLean ? lean : lock);
}

/** @param {string} command */
function isOnPath(command) {
  return (process.env.PATH ?? "").split(":").some((folder) => existsSync(path.join(folder, command)));
}

function hasPostgres() {
  const folder = "/usr/lib/postgresql";
  return (
    isOnPath("initdb") ||
    (existsSync(folder) &&
      readdirSync(folder).some((version) => existsSync(path.join(folder, version, "bin/initdb"))))
  );
}

/** @param {string} what @param {string} debianPackage */
function installDebian(what, debianPackage) {
  const manual = `${what} is not installed. On Debian: sudo apt-get install ${debianPackage}`;
  if (!isOnPath("apt-get")) giveUp(manual);
  const isRoot = process.getuid?.() === 0;
  const maySudo = !isRoot && spawnSync("sudo", ["-n", "true"], { stdio: "ignore" }).status === 0;
  if (!isRoot && !maySudo) giveUp(`${manual} (this user may not install packages)`);
  console.log(`Installing ${what} from Debian's packages.`);
  /** @param {string[]} args */
  const aptGet = (args) =>
    execFileSync(isRoot ? "apt-get" : "sudo", isRoot ? args : ["-n", "apt-get", ...args], {
      stdio: ["ignore", "ignore", "inherit"],
      env: { ...process.env, DEBIAN_FRONTEND: "noninteractive" },
    });
  try {
    aptGet(["update"]);
    aptGet(["install", "-y", "--no-install-recommends", debianPackage]);
  } catch {
    giveUp(manual);
  }
}

if (!wishes.includes("--installed")) {
  installModules();
  if (!hasPostgres()) installDebian("PostgreSQL", "postgresql");
  if (wishes.includes("--chromium") && !isOnPath("chromium-headless-shell"))
    installDebian("headless Chromium", "chromium-headless-shell");
}
if (!existsSync("node_modules/tsx")) giveUp("The node modules are not installed: npm ci");

// The script finds what is meant for it where any program does.
process.argv.splice(2, Infinity, ...wishes.filter((wish) => !["--installed", "--chromium"].includes(wish)));
// What serves is built; the other scripts are compiled as they are read.
if (script === "start") {
  if (!existsSync("dist/start.mjs")) giveUp("The application is not built: npm run build");
  await import("../dist/start.mjs");
} else {
  const { register } = await import("tsx/esm/api");
  register();
  await import(`./${script}.ts`);
}
