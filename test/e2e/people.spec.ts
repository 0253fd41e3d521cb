import pg from "pg";
import type { Page } from "@playwright/test";
import { asksFor, familyNamed, workedTo } from "../bench-hand.ts";
import {
  awake,
  bringIn,
  expect,
  movesAfter,
  movesOf,
  settle,
  standAtBench,
  test,
  visit,
} from "./workshop.ts";

/** The digits on large keys, and OK. */
async function typeDigits(page: Page, digits: string): Promise<void> {
  const asked = page.getByRole("dialog");
  for (const digit of digits) await asked.getByRole("button", { name: digit, exact: true }).click();
  await asked.getByRole("button", { name: "OK" }).click();
}

test("a shop enrols a tablet, its people press and sign there by their digits, and a stolen one is shut out in one press", async ({
  page,
  browser,
  workshop,
}) => {
  test.setTimeout(240_000);
  const shop = await workshop.openAnother();
  const client = new pg.Client({ connectionString: shop.databaseUrl });
  await client.connect();
  const code = "GW-5981";
  const { url } = shop;
  const toSign = workedTo(familyNamed("TK-5"), "layer", asksFor("certificate-signed"), {
    endMs: Date.now() - 3_600_000,
  });
  try {
    await bringIn(url, code, toSign);
    // The owner, away from the bench, makes the code that enrols it.
    await standAtBench(page, url);
    // From here on this is no demo: nobody comes in by a press.
    await client.query("UPDATE access_setting SET demo = NULL");
    await visit(page, `${url}/people`);
    await page.getByRole("button", { name: "Enrol a tablet" }).click();
    await page.getByRole("dialog").getByLabel("Name").fill("Bench by the window");
    await page.getByRole("dialog").getByRole("button", { name: "Add" }).click();
    const oneTime = await page.getByTestId("one-time-code").innerText();
    await page.getByRole("dialog").getByRole("button", { name: "Close" }).click();

    const bench = await browser.newContext({ baseURL: url, viewport: { width: 1280, height: 800 } });
    const tablet = await bench.newPage();
    await visit(tablet, `/jobs/${code}`);
    await expect(tablet.getByRole("heading", { level: 1 })).toHaveText("Who are you?");
    await tablet.getByRole("link", { name: "I have a one-time code" }).click();
    await awake(tablet);
    await tablet.getByLabel("One-time code").fill("WRONG-CODES");
    await tablet.getByRole("button", { name: "Go on" }).click();
    await expect(tablet.getByRole("alert")).toContainText("was not made here");
    await tablet.getByLabel("One-time code").fill(oneTime.toLowerCase());
    await tablet.getByRole("button", { name: "Go on" }).click();
    await tablet.getByRole("button", { name: "Enrol it" }).click();
    await expect(tablet.getByRole("status")).toHaveText("This is now “Bench by the window”.");

    // It shows the job to whoever stands there. Who signs in touches a name, their digits and OK.
    await visit(tablet, `/jobs/${code}`);
    await tablet.getByTestId("work").getByRole("button", { name: "Sign in" }).click();
    const asked = tablet.getByRole("dialog");
    await expect(asked.getByRole("button", { name: "Odile" })).toHaveCount(0);
    await asked.getByRole("button", { name: "Saskia" }).click();
    await typeDigits(tablet, "1415");
    await expect(asked.getByRole("alert")).toContainText("does not fit");
    await typeDigits(tablet, "1414");
    await expect(asked).toBeHidden();

    // A note is hers; after ten minutes without a press it waits until she is back, and nothing of it is lost.
    await tablet.getByRole("button", { name: "Note", exact: true }).click();
    await tablet.getByRole("textbox", { name: "Note" }).fill("Scratch by the hinge");
    await client.query(
      "UPDATE session SET seen_at = seen_at - interval '11 minutes' WHERE person = 'saskia'",
    );
    const before = (await movesOf(url, code)).length;
    await tablet.getByRole("button", { name: "Save note" }).click();
    await expect(asked.filter({ hasText: "Who are you?" })).toBeVisible();
    await typeDigits(tablet, "1414");
    expect((await movesAfter(url, code, before)).at(-1)).toMatchObject({
      who: "saskia",
      data: { text: "Scratch by the hinge" },
    });
    await visit(tablet, `/jobs/${code}`);

    // Her name under the certificate is a proof of its own, bound to what the chain says.
    await client.query("UPDATE session SET made_at = made_at - interval '2 minutes' WHERE person = 'saskia'");
    await settle();
    const sign = tablet.getByTestId("answer-form").getByRole("button").first();
    await expect(sign).toBeEnabled();
    await sign.click();
    await expect(tablet.getByRole("dialog", { name: "Sign as Saskia" })).toBeVisible();
    await typeDigits(tablet, "1414");
    const signed = (await movesAfter(url, code, before + 1)).at(-1)!;
    expect(signed).toMatchObject({ kind: "certificate-signed", who: "saskia" });
    const kept = async () =>
      (
        await client.query<{ person: string; proof: string; bound: boolean }>(
          "SELECT person, proof, move_hash = hash AS bound FROM signature JOIN move ON move.id = move_id WHERE move_id = $1",
          [signed.id],
        )
      ).rows;
    await expect.poll(kept).toEqual([{ person: "saskia", proof: "digits", bound: true }]);

    // Noor has a badge, which a reader types wherever the cursor is; no press is made by it.
    await visit(page, `${url}/people`);
    await page.getByRole("button", { name: "Badge Noor" }).click();
    await page.getByRole("button", { name: "Make a badge" }).click();
    const badge = await page.getByTestId("badge").innerText();
    await page.getByRole("dialog").getByRole("button", { name: "Close" }).click();
    await visit(tablet, `/jobs/${code}`);
    await tablet.getByRole("button", { name: "Saskia" }).click();
    await tablet.keyboard.type(badge.slice(0, -1));
    await tablet.keyboard.press("Enter");
    await expect(asked).toBeVisible();
    await tablet.keyboard.type(badge);
    await tablet.keyboard.press("Enter");
    await expect(asked).toBeHidden();
    await expect(tablet.getByRole("button", { name: "Noor" })).toBeVisible();

    // It is gone: one press, and nothing that it sends is taken any more. What it sent before stays.
    await visit(page, `${url}/people`);
    await page.getByRole("button", { name: "Revoke Bench by the window" }).click();
    await expect(page.getByText("No tablet is enrolled")).toBeVisible();
    await tablet.getByRole("button", { name: "Note", exact: true }).click();
    await tablet.getByRole("textbox", { name: "Note" }).fill("By whoever has it now");
    await tablet.getByRole("button", { name: "Save note" }).click();
    await expect(tablet.getByRole("dialog").getByLabel("Passphrase")).toBeVisible();
    expect(await movesOf(url, code, signed.seq)).toEqual([]);
    await expect(page.getByText("tablet enrolled: Bench by the window")).toBeVisible();
    await bench.close();
  } finally {
    await client.end();
    await shop.close();
  }
});
