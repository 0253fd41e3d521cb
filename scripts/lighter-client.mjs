import { parse } from "@formatjs/icu-messageformat-parser";
import { transform } from "esbuild";
import { readFile } from "node:fs/promises";
import path from "node:path";

/** What a browser never runs of packages that it needs, by the ends of their paths. */
const UNUSED = ["zod/v4/core/to-json-schema.js", "zod/v4/core/json-schema-processors.js"];

/** The same names, which do nothing. @param {string} code */
const emptied = (code) =>
  [...code.matchAll(/^export (?:(?:const|function|class) (\w+)|\{ \w+ as (\w+) \})/gm)]
    .map(([, declared, renamed]) => `export const ${declared ?? renamed} = () => undefined;`)
    .join("\n");

/** Schemas are told as JSON Schema by the server alone: browsers are spared what makes them. @returns {import("vite").Plugin} */
const withoutJsonSchema = {
  name: "without-json-schema",
  enforce: "pre",
  async load(id, options) {
    const file = id.split("?")[0] ?? id;
    if (options?.ssr || !UNUSED.some((end) => file.endsWith(end))) return null;
    return { code: emptied(await readFile(file, "utf8")), map: null };
  },
};

const NO_PARSER = path.resolve("node_modules/@formatjs/icu-messageformat-parser/no-parser.js");

/** @param {string} text */
const compiled = (text) => (/[{}'<#]/.test(text) ? parse(text, { ignoreTag: true }) : text);

/** Messages go to browsers as they are after parsing, so that the parser stays behind. @returns {import("vite").Plugin} */
const parsedMessages = {
  name: "parsed-messages",
  enforce: "pre",
  resolveId: (source, _, options) =>
    source === "@formatjs/icu-messageformat-parser" && !options.ssr ? NO_PARSER : null,
  async transform(code, id, options) {
    const language = /\/words\/(\w\w)\.ts$/.exec(id.split("?")[0] ?? id)?.[1];
    if (options?.ssr || !language) return null;
    const { code: plain } = await transform(code, { loader: "ts", format: "esm" });
    const module = await import(`data:text/javascript;base64,${Buffer.from(plain).toString("base64")}`);
    const messages = Object.fromEntries(
      Object.entries(module[language]).map(([id, text]) => [id, compiled(text)]),
    );
    return { code: `export const ${language} = ${JSON.stringify(messages)};`, map: null };
  },
};
/** What makes the scripts that browsers load smaller. */
export const lighterClient = [withoutJsonSchema, parsedMessages];
