import { readdir } from "node:fs/promises";
import { faultsOn, readyForAxe } from "./axe.ts";
import { faultsOfStep } from "./glance.ts";
import { ownTexts } from "./own-texts.ts";
import { places, stages } from "./screens.ts";
import { expect, standAtBench, test, visit } from "./workshop.ts";
import { isLong } from "../long.ts";

test.describe.configure({ mode: "parallel" });

test("Spanish is chosen under Settings, and the browser's own language where none was chosen", async ({
  browser,
  page,
  workshop,
}) => {
  await standAtBench(page, workshop.url, { seen: "yes" });
  await visit(page, "/");
  await page.getByRole("button", { name: "Settings" }).click();
  await page.getByRole("radio", { name: "Español" }).click();
  await expect(page.getByRole("link", { name: "Nuevo trabajo" })).toBeVisible();
  await page.reload();
  await expect(page.getByRole("link", { name: "Nuevo trabajo" })).toBeVisible();
  await expect(page.locator("html")).toHaveAttribute("lang", "es");
  await visit(page, "/jobs/new");
  await page.getByRole("button", { name: "Abrir el trabajo" }).click();
  await expect(page.getByText(/Familia\s*hay que elegirlo/)).toBeVisible();
  // What the server refuses is said in the language of whoever asked.
  const refused = await page.request.put(`${workshop.url}/api/jobs/GW-9999/ticket`, {
    data: { customer: "x", serial: "y" },
  });
  expect(((await refused.json()) as { detail: string }).detail).toBe("No hay trabajo GW-9999.");

  const context = await browser.newContext({ locale: "es-MX" });
  const visitor = await context.newPage();
  // Who is not signed in is asked who they are in their browser's language.
  await visit(visitor, `${workshop.url}/jobs`);
  await expect(visitor.getByRole("heading", { level: 1 })).toHaveText("¿Quién eres?");
  await expect(visitor.locator("html")).toHaveAttribute("lang", "es");
  await context.close();
});

test("a worker says in the page's language why something cannot be", async ({ page, workshop }) => {
  await standAtBench(page, workshop.url, { language: "es", seen: "yes" });
  await visit(page, "/plan");
  const files = await readdir("dist/client/_astro");
  const worker = files.find((file) => file.startsWith("calculation.worker-"))!;
  const steps = [{ station: "lamp", durationMin: 5, hands: 1 }];
  const sentence = await page.evaluate(
    ({ worker, steps }) =>
      new Promise((resolve) => {
        const calculates = new Worker(`/_astro/${worker}`, {
          type: "module",
          name: document.documentElement.lang,
        });
        calculates.onmessage = ({ data }) =>
          resolve(data.result?.infeasible?.sentence ?? data.faults?.[0]?.message);
        const technicians = [{ name: "Tove", can: [] }];
        const input = { stations: [{ name: "lamp" }], technicians, jobs: [{ code: "GW-1", steps }] };
        calculates.postMessage({ id: 0, name: "bench-plan", input });
      }),
    { worker, steps },
  );
  expect(sentence).toBe("Nadie del plan trabaja en lámpara.");
});

/** Words that no Spanish sentence has. */
const ENGLISH = /\b(the|and|with|from|your|not|are|is|of|for|this|that|has|was|be)\b/i;

for (const [what, screens] of [
  ["any place", places],
  ["any stage", stages],
] as const) {
  test(`in Spanish no English is left at ${what}, nothing is out of view, and no page is made twice`, async ({
    page,
    workshop,
  }) => {
    await standAtBench(page, workshop.url, { language: "es", seen: "yes" });
    const found: string[] = [];
    const written = await ownTexts(workshop.databaseUrl);
    // A page that the browser makes anew said something else on the server.
    page.on("pageerror", (error) => found.push(`${page.url()} ${error.message}`));
    for (const screen of screens) {
      await visit(page, screen);
      const texts = await page.evaluate(() => {
        const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
        const seen: string[] = [];
        for (let node = walker.nextNode(); node; node = walker.nextNode()) {
          const parent = node.parentElement;
          if (parent && !["SCRIPT", "STYLE"].includes(parent.nodeName)) seen.push(node.textContent ?? "");
        }
        for (const element of document.querySelectorAll("[aria-label], [title], [placeholder], [alt]"))
          for (const name of ["aria-label", "title", "placeholder", "alt"])
            seen.push(element.getAttribute(name) ?? "");
        return seen;
      });
      // What the workshop itself has written stays as it was written.
      const english = texts.filter(
        (text) =>
          ENGLISH.test(text) &&
          ENGLISH.test(written.reduce((left, data) => left.replaceAll(data, ""), text.toLowerCase())),
      );
      found.push(...english.map((text) => `${screen} "${text}"`));
      // A place is built as it is in English, which is looked at each time.
      if (what === "any stage" || isLong) {
        await readyForAxe(page);
        found.push(...(await faultsOn(page, "day")).map((fault) => `${screen} ${fault}`));
      }
      await page.setViewportSize({ width: 390, height: 844 });
      const over = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
      if (over > 0) found.push(`${screen} is ${over} px too wide for a phone`);
      await page.setViewportSize({ width: 1280, height: 800 });
      if (what === "any stage")
        found.push(...(await faultsOfStep(page, "es")).map((fault) => `${screen} ${fault}`));
    }
    expect(found).toEqual([]);
  });
}
