import { parse } from "@formatjs/icu-messageformat-parser";
import type { APIRoute } from "astro";
import type { Text } from "../../../words/language.ts";
import { hasChoices, isSaidInBrowsers } from "../../../words/in-browsers.js";
import { spanish } from "../../../words/spanish.ts";

export const prerender = true;

/** What only the server says. */
const OF_SERVER = ["server", "pages"];
/** What is looked up by what stands in the record. */
const BY_NAME = ["job", "terms"];

const english = import.meta.glob<Record<string, Record<string, string>>>("../../../words/en/*.ts", {
  eager: true,
});
const idsOf = (area: string): string[] =>
  Object.values(english[`../../../words/en/${area}.ts`]!).flatMap(Object.keys);

const parsed = (text: Text): Text =>
  typeof text === "string" && hasChoices(text) ? parse(text, { ignoreTag: true }) : text;

/**
 * The words of the language for browsers, read before anything else of a page: parsed as far as they need it, each where the English one
 * stands in its catalogue.
 */
export const GET: APIRoute = () => {
  const words = Object.fromEntries(
    Object.entries(spanish)
      .filter(([area]) => !OF_SERVER.includes(area))
      .map(([area, messages]) => [
        area,
        BY_NAME.includes(area)
          ? Object.fromEntries(
              Object.entries(messages)
                .filter(([id]) => isSaidInBrowsers(id))
                .map(([id, text]) => [id, parsed(text)]),
            )
          : idsOf(area).map((id) => parsed(messages[id]!)),
      ]),
  );
  return new Response(`globalThis.halfLiftWords=${JSON.stringify({ language: "es", words })};`, {
    headers: { "content-type": "text/javascript; charset=utf-8" },
  });
};
