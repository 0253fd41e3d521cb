import { execFileSync } from "node:child_process";
import { mkdtempSync, readdirSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { capitalised } from "../core/words.ts";

const FLAGS = "--runtime stub -O3 --noAssert --enable simd --use abort=".split(" ");

/** The parts of the core that are written in AssemblyScript. */
export const assemblies = readdirSync("assembly")
  .filter((file) => file.endsWith(".ts"))
  .map((file) => path.basename(file, ".ts"));

export const embeddedIn = (name: string): string => `core/wasm/${name}.ts`;

/** What a part compiles to, as a module that holds its bytes: it is then there at once wherever the core runs. */
export function embedded(name: string): string {
  const folder = mkdtempSync(path.join(tmpdir(), "half-lift-assembly-"));
  try {
    const file = path.join(folder, `${name}.wasm`);
    execFileSync("node_modules/.bin/asc", [`assembly/${name}.ts`, ...FLAGS, "--outFile", file]);
    const constant = name.replaceAll(/-(\w)/g, (_, letter: string) => capitalised(letter));
    const bytes = readFileSync(file).toString("base64");
    return `/** assembly/${name}.ts as \`npm run assembly\` compiles it. */\nexport const ${constant}Wasm =\n  "${bytes}";\n`;
  } finally {
    rmSync(folder, { recursive: true });
  }
}
