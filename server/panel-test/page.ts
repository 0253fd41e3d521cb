import { readFileSync } from "node:fs";
import path from "node:path";
import type { Face } from "../../core/prove/panel-face.ts";
import { panelPatterns } from "../../core/prove/panel-test.ts";
import { PROVED_MM } from "../../core/prove/touch-cover-input.ts";
import { language } from "../../words/language.ts";
import { t } from "../../words/server.ts";
import { term } from "../../words/speaker.ts";

const PACING_MS = 5_000;
/** After so long without a finger the panel asks whether that was all. */
const REST_MS = 1_500;

const source = (name: string) => readFileSync(path.resolve(name), "utf8");
let script: string | null = null;

/** The script of the page, as one text of ECMAScript 5. */
export const pageScript = (): string =>
  (script ??= [
    ...["src/drawing/panel-patterns.js", "core/prove/touch-proof.js"].map((name) =>
      source(name).replaceAll("export function", "function"),
    ),
    source("server/panel-test/page.js"),
  ].join("\n"));

const style = `html,body{margin:0;height:100%;background:#000;color:#fff;font:20px/1.35 sans-serif;overflow:hidden}
canvas{position:fixed;left:0;top:0;width:100%;height:100%;touch-action:none}
#bar{position:fixed;left:0;right:0;bottom:0;padding:12px;background:#000;border-top:2px solid #fff}
#bar button,form button,form input{font:inherit;min-height:52px;padding:6px 18px;margin:8px 8px 0 0;border:2px solid #fff;background:#000;color:#fff}
#bar button:first-child,form button{background:#fff;color:#000}
#status{position:fixed;right:8px;top:8px;background:#000;color:#fc6;font-size:16px}
main{padding:24px;max-width:34em;margin:0 auto}h1{font-size:28px}form input{text-transform:uppercase;letter-spacing:.1em}`;

const escaped = (text: string) => text.replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`);

const page = (title: string, body: string) => `<!DOCTYPE html>
<html lang="${language()}"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width,initial-scale=1,user-scalable=no">
<meta name="robots" content="noindex"><link rel="icon" href="data:,"><title>${escaped(title)}</title><style>${style}</style></head><body>${body}</body></html>`;

/** What the page says; its script puts numbers in where a # stands. */
const pageWords = () => ({
  over: t("panel-over"),
  sent: t("panel-sent"),
  kept: t("panel-kept", { count: "#" }),
  wrong: t("panel-wrong"),
  doneMarking: t("panel-done-marking"),
  mark: t("panel-mark"),
  tapEach: t("panel-tap-each"),
  good: t("panel-good"),
  back: t("panel-back"),
  hide: t("panel-hide"),
  of: t("panel-of", { index: "#i", count: "#n", name: "#p" }),
  answered: t("panel-answered", { cells: "#n", mm: "#m" }),
  slower: t("panel-slower", { mm: "#m", wanted: "#w" }),
  lost: t("panel-lost"),
  send: t("panel-send"),
  goOn: t("panel-go-on"),
  anew: t("panel-anew"),
  paint: t("panel-paint"),
  begin: t("panel-begin"),
  noTouch: t("panel-no-touch"),
  endOf: t("panel-end-of"),
  again: t("panel-again"),
});

/** The page that runs the test: complete in itself, so that it goes on without the network once it is loaded. */
export function testPage(job: string, session: string, face: Face): string {
  const told = {
    job,
    session,
    patterns: panelPatterns,
    names: Object.fromEntries(panelPatterns.map((name) => [name, term(name)])),
    words: pageWords(),
    face,
    provedMm: PROVED_MM,
    pacingMs: PACING_MS,
    restMs: REST_MS,
  };
  // "<" would let a text end the script.
  const data = JSON.stringify(told).replaceAll("<", "\\u003c");
  return page(
    t("panel-test", { job }),
    `<canvas id="screen"></canvas><div id="status" role="status"></div><div id="bar"><div id="say" role="status"></div><div id="buttons"></div></div>
<script>window.panelTest=${data};</script><script>${pageScript()}</script>`,
  );
}

/** A page that asks for the code, with what was wrong with the last one. */
export const codePage = (said = ""): string =>
  page(
    t("panel-test-2"),
    `<main><h1>${t("panel-test-2")}</h1><p>${escaped(said || t("type-the-code-that-stands-at-the"))}</p>
<form method="get" action="/p"><input name="code" aria-label="${t("panel-ask-code")}" autocomplete="off" autocapitalize="characters" maxlength="12" autofocus><button type="submit">${t("panel-go")}</button></form></main>`,
  );

/** A code that can be used: it is used up by this page's button, not by looking at it. */
export const beginPage = (code: string): string =>
  page(
    t("panel-test-2"),
    `<main><h1>${t("panel-test-2")}</h1><p>${t("panel-once")}</p>
<form method="post" action="/p/${escaped(code)}"><button type="submit">${t("panel-open-here")}</button></form></main>`,
  );

/** A page as an answer. Nothing of it is kept by the browser or anyone between. */
export const htmlAnswer = (html: string, status = 200, headers: Record<string, string> = {}): Response =>
  new Response(html, {
    status,
    headers: {
      "content-type": "text/html; charset=utf-8",
      "cache-control": "no-store",
      // Without a referrer the form would tell no origin of its own either.
      "referrer-policy": "same-origin",
      "content-security-policy":
        "default-src 'none'; img-src data:; script-src 'unsafe-inline'; style-src 'unsafe-inline'; connect-src 'self'; form-action 'self'",
      ...headers,
    },
  });
