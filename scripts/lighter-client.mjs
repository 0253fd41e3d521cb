import { parse } from "@formatjs/icu-messageformat-parser";
import { transform } from "esbuild";
import { readFile } from "node:fs/promises";
import path from "node:path";
import { hasChoices, isSaidInBrowsers } from "../words/in-browsers.js";

/** What a browser never runs of packages that it needs, by the ends of their paths. */
const UNUSED = [
  "zod/v4/core/to-json-schema.js",
  "zod/v4/core/json-schema-processors.js",
  // What is wrong is said in the product's own words.
  "zod/v4/locales/en.js",
];

/** The same names, which do nothing. @param {string} code */
const emptied = (code) =>
  [...code.matchAll(/^export (?:(?:const|function|class) (\w+)|\{ \w+ as (\w+) \}|(default) function)/gm)]
    .map(([, declared, renamed, unnamed]) =>
      unnamed ? "export default () => undefined;" : `export const ${declared ?? renamed} = () => undefined;`,
    )
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

/** A page may not compile text, so schemas are read as they are; what would compile them stays behind. @returns {import("vite").Plugin} */
const withoutCompiledSchemas = {
  name: "without-compiled-schemas",
  enforce: "pre",
  transform(code, id, options) {
    if (options?.ssr || !id.split("?")[0]?.endsWith("zod/v4/classic/schemas.js")) return null;
    return { code: code.replace("core.$ZodObjectJIT.init(", "core.$ZodObject.init("), map: null };
  },
};

const NO_PARSER = path.resolve("node_modules/@formatjs/icu-messageformat-parser/no-parser.js");

/** Parsed as far as browsers need it. @param {string} text */
const compiled = (text) => (hasChoices(text) ? parse(text, { ignoreTag: true }) : text);

/** The words of a catalogue's file. @param {string} file @returns {Promise<Record<string, string>>} */
async function wordsIn(file) {
  const { code } = await transform(await readFile(file, "utf8"), { loader: "ts", format: "esm" });
  const module = await import(`data:text/javascript;base64,${Buffer.from(code).toString("base64")}`);
  return Object.assign({}, ...Object.values(module));
}

/**
 * Messages go to browsers as they are after parsing, so that the parser stays behind; each stands where it is said, so that no page loads
 * what another says.
 * @returns {import("vite").Plugin}
 */
const parsedMessages = {
  name: "parsed-messages",
  enforce: "pre",
  resolveId: (source, _, options) =>
    source === "@formatjs/icu-messageformat-parser" && !options.ssr ? NO_PARSER : null,
  async transform(code, id, options) {
    if (options?.ssr) return null;
    const file = id.split("?")[0] ?? id;
    if (file.endsWith("/words/en/job.ts")) {
      const messages = Object.entries(await wordsIn(file))
        .filter(([id]) => isSaidInBrowsers(id))
        .map(([id, text]) => [id, compiled(text)]);
      return { code: `export const job = ${JSON.stringify(Object.fromEntries(messages))};`, map: null };
    }
    if (/\/words\/en\/[\w-]+\.ts$/.test(file)) {
      const [, name] = /export const (\w+)/.exec(code) ?? [];
      return { code: `export const ${name} = {};`, map: null };
    }
    const area = /import \{ t \} from "(?:\.\.?\/)+words\/([\w-]+)\.ts"/.exec(code)?.[1];
    if (!area) return null;
    const words = await wordsIn(path.resolve(`words/en/${area}.ts`));
    const keys = Object.keys(words);
    const said = code.replace(/\bt\((\s*)"([\w-]+)"/g, (_, gap, key) => {
      if (words[key] === undefined) throw new Error(`${file}: "${area}" has no message "${key}".`);
      // By its place in the catalogue, as other languages' words are told to browsers: shorter than its name.
      return `t(${gap}[${keys.indexOf(key)}, ${JSON.stringify(compiled(words[key]))}]`;
    });
    return { code: said, map: null };
  },
};
/** The parts of an icon are told apart by keys while it is developed: a page draws them in their order, and is spared those. @returns {import("vite").Plugin} */
const withoutIconKeys = {
  name: "without-icon-keys",
  transform(code, id, options) {
    if (options?.ssr || !id.includes("/lucide-react/dist/esm/icons/")) return null;
    return { code: code.replace(/, key: "\w+"/g, "").replace("\n__iconData.node;", ""), map: null };
  },
};
/** A move's example, its last property, serves tests and documentation: browsers are spared it. @returns {import("vite").Plugin} */
const withoutExamples = {
  name: "without-examples",
  enforce: "pre",
  transform(code, id, options) {
    if (options?.ssr || !/\/core\/\w+\/moves\/[\w-]+\.ts$/.test(id.split("?")[0] ?? id)) return null;
    return { code: code.replace(/\n {2}example: [^]*?\n\}\);/g, "\n});"), map: null };
  },
};

/** The name that a chain of calls begins with. @param {any} node @returns {string} */
const rootOf = ({ type, callee, object, name }) =>
  type === "CallExpression" ? rootOf(callee) : type === "MemberExpression" ? rootOf(object) : (name ?? "");

/**
 * A schema that nobody on a page reads goes: what makes it is marked as doing nothing else. Without the mark it could not be told.
 * @returns {import("vite").Plugin}
 */
const withoutUnreadSchemas = {
  name: "without-unread-schemas",
  transform(code, id, options) {
    if (options?.ssr || !/\/core\/.*\.ts$/.test(id.split("?")[0] ?? id) || !code.includes("z.")) return null;
    const made = this.parse(code)
      .body.map((/** @type {any} */ node) => node.declaration ?? node)
      .filter(({ type }) => type === "VariableDeclaration")
      .flatMap(({ declarations }) => declarations)
      .map(({ init }) => init)
      .filter((init) => init?.type === "CallExpression" && rootOf(init) === "z");
    const marked = made.reduceRight(
      (text, { start, end }) =>
        `${text.slice(0, start)}/*@__PURE__*/ (() => ${text.slice(start, end)})()${text.slice(end)}`,
      code,
    );
    return { code: marked, map: null };
  },
};

/**
 * Whose work the scripts are made of is told once, in a file beside them, not in each.
 * @returns {import("vite").Plugin}
 */
const licencesApart = {
  name: "licences-apart",
  enforce: "post",
  generateBundle(_, bundle) {
    if (this.environment.config.consumer !== "client") return;
    const told = new Set();
    for (const file of Object.values(bundle)) {
      if (file.type !== "chunk") continue;
      file.code = file.code.replace(/\/\*[!*][^]*?\*\/\n?/g, (comment) => {
        if (!/^\/\*!|@licen[sc]e|@preserve/.test(comment)) return comment;
        told.add(comment.trim());
        return "";
      });
    }
    this.emitFile({ type: "asset", fileName: "licences.txt", source: `${[...told].sort().join("\n\n")}\n` });
  },
};

const SERVER_OF_REACT = "react-dom/server";
const WHOLE_SERVER_OF_REACT = "\0react-dom-server-whole";

/**
 * Pages are written when all of them is there. React otherwise sends what is late or large behind them, with scripts that differ from page to page, so
 * that a browser could not be told which scripts are the page's own.
 * @type {import("vite").Plugin}
 */
export const wholePages = {
  name: "whole-pages",
  enforce: "pre",
  resolveId: (source, importer, options) =>
    options.ssr && source === SERVER_OF_REACT && importer !== WHOLE_SERVER_OF_REACT
      ? WHOLE_SERVER_OF_REACT
      : null,
  load: (id) =>
    id === WHOLE_SERVER_OF_REACT
      ? `import react from "${SERVER_OF_REACT}";
         export * from "${SERVER_OF_REACT}";
         async function renderToReadableStream(vnode, options) {
           const stream = await react.renderToReadableStream(vnode, { ...options, progressiveChunkSize: Infinity });
           await stream.allReady;
           return stream;
         }
         export { renderToReadableStream };
         export default { ...react, renderToReadableStream };`
      : null,
};

/** What makes the scripts that workers run smaller, and lets them say other languages' words as pages do. */
export const lighterWorkers = [
  withoutJsonSchema,
  withoutCompiledSchemas,
  withoutExamples,
  parsedMessages,
  withoutUnreadSchemas,
];

/** What makes the scripts that browsers load smaller. */
export const lighterClient = [...lighterWorkers, withoutIconKeys, licencesApart];
