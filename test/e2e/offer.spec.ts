import { asksFor, familyNamed, workedTo } from "../bench-hand.ts";
import { awake, bringIn, expect, movesOf, standAtBench, test, visit } from "./workshop.ts";

test("a customer who is not at the desk is asked by a link, and says yes on a phone; the bench goes on by itself", async ({
  page,
  browser,
  workshop: { url },
}) => {
  await standAtBench(page, url);
  const code = "GW-7011";
  const worked = workedTo(familyNamed("TK-5"), "layer", asksFor("agreed"), { endMs: Date.now() });
  await bringIn(url, code, worked);
  const customer = { customer: "Barge Quillon", serial: "", language: "es" };
  await page.request.put(`${url}/api/jobs/${code}/ticket`, { data: customer });
  await visit(page, `/jobs/${code}`);
  await page.getByLabel("Price, EUR").fill("1x0");
  await page.getByRole("button", { name: "Ask by link" }).click();
  await expect(page.getByRole("alert")).toContainText("1x0");
  await page.getByLabel("Price, EUR").fill("180");
  await page.getByRole("button", { name: "Ask by link" }).click();
  const asked = page.getByRole("region", { name: "Asked by link" });
  await expect(asked).toContainText("180 EUR. Not opened yet.");
  const address = (await asked.getByRole("link").getAttribute("href"))!;
  // It is there after a reload, and nothing of the bench is shaken loose by it.
  await page.reload();
  await awake(page);
  await expect(asked.getByRole("link")).toHaveAttribute("href", address);
  expect(await page.evaluate(() => document.documentElement.scrollHeight)).toBe(800);

  const phone = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const theirs = await phone.newPage();
  await theirs.goto(new URL(new URL(address).pathname, url).href);
  await expect(theirs.getByRole("heading", { level: 1 })).toHaveText("¿Lo reparamos?");
  await theirs.getByRole("button", { name: "Aceptar por 180 EUR" }).click();
  await expect(theirs.getByRole("heading", { level: 1 })).toContainText("Lo aceptaste");
  await expect(theirs.getByRole("button")).toHaveCount(0);
  await phone.close();

  await expect(asked).toHaveCount(0, { timeout: 20_000 });
  const last = (await movesOf(url, code)).at(-1)!;
  expect(last).toMatchObject({
    kind: "agreed",
    who: "tove",
    data: { answer: "yes", priceMinor: 18_000, by: "link" },
  });
  await visit(page, `/jobs/${code}?open=log`);
  await expect(page.getByText("Customer agrees by the link: ")).toBeVisible();
});
