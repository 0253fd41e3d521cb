import { exampleFamilies } from "../../core/stack/examples.ts";
import { askAsOwner, sendAsOwner } from "../../scripts/signed-in.ts";
import type { JobCertificate } from "../../core/records/job-certificate.ts";
import { isLong } from "../long.ts";
import { takeIn, workIt, type BenchJob } from "./bench-work.ts";
import { answer, awake, expect, movesOf, sceneOf, settle, standAtBench, test } from "./workshop.ts";

const certificateOf = async ({ url, code }: BenchJob) =>
  (await (await askAsOwner(`${url}/api/jobs/${code}/certificate.json`)).json()) as JobCertificate;

/** Where in the order of work something was asked first; -1 where it never was. */
const at = (asked: readonly string[], part: string) => asked.findIndex((text) => text.includes(part));

test.describe.configure({ mode: "parallel" });

/** A phone that lies on its side. */
const sideways = { width: 844, height: 390 };

test("a liquid bond on a phone held sideways: lifted, cleaned, laid, cured, proved, shut", async ({
  page,
  workshop,
}) => {
  const job = { url: workshop.url, databaseUrl: workshop.databaseUrl, code: "PL-17", family: "PH-10" };
  await standAtBench(page, workshop.url);
  await takeIn(page, job, "Layer only");
  await page.setViewportSize(sideways);
  const asked = await workIt(page, job);
  expect(at(asked, "Choose a pattern") + at(asked, "Pattern")).toBeGreaterThan(
    at(asked, "Roll the old glue off"),
  );
  const certificate = await certificateOf(job);
  expect(certificate.outcome).toBe("repaired");
  expect(certificate.measurements.map(({ what }) => what)).toEqual(
    expect.arrayContaining(["Adhesive laid", "Lowered over", "Light, face 1", "Liners counted"]),
  );
});

test("taped glass from the front: lifted before it is opened, proved open, shut once", async ({
  page,
  workshop,
}) => {
  const job = { url: workshop.url, databaseUrl: workshop.databaseUrl, code: "PL-11", family: "AQ-8" };
  await standAtBench(page, workshop.url);
  await takeIn(page, job, "Glass with sensor");
  await page.setViewportSize(sideways);
  const asked = await workIt(page, job);
  expect(at(asked, "Hinge the glass up")).toBeGreaterThan(at(asked, "Cut along"));
  expect(at(asked, "Fold the glass shut")).toBeGreaterThan(at(asked, "Peel"));
  expect(at(asked, "Peel")).toBeGreaterThan(asked.findIndex((text) => text.startsWith("Touch:")));
  const certificate = await certificateOf(job);
  expect(certificate.outcome).toBe("repaired");
  expect(certificate.functions.map(({ result }) => result)).toEqual(["works", "works", "works", "works"]);
});

test("bonded glass from the back: the panel dies in the lift, and the customer declines the new price", async ({
  page,
  workshop,
}) => {
  const job = { url: workshop.url, databaseUrl: workshop.databaseUrl, code: "PL-12", family: "BX-24" };
  await standAtBench(page, workshop.url);
  await takeIn(page, job, "Layer only");
  let isLifted = false;
  let hasBroken = false;
  const asked = await workIt(page, job, (text, buttons) => {
    if (text.startsWith("Press every flex")) isLifted = false;
    if (buttons.includes("It broke")) {
      hasBroken = true;
      return "It broke";
    }
    if (hasBroken && buttons.includes("Customer declines")) return "Customer declines";
    if (text.startsWith("Picture:") && buttons.includes("Fails")) {
      const fails = isLifted;
      isLifted = true;
      return fails ? "Fails" : null;
    }
    return null;
  });
  expect(at(asked, "Stop.")).toBeGreaterThan(at(asked, "Lift the old glass off"));
  // Nothing was cleaned or spent on a panel that was dead.
  expect(at(asked, "Roll the old glue off")).toBe(-1);
  expect(at(asked, "from stock")).toBe(-1);
  const certificate = await certificateOf(job);
  expect(certificate.outcome).toBe("declined");
  expect(certificate.broke).toHaveLength(1);
  // What was agreed first, and what was declined after; it goes back in pieces.
  expect(certificate.agreed.map(({ answer: said }) => said)).toEqual(["yes", "no"]);
  expect(certificate.stillOut).toContain("4 × M2 × 6 mm");
});

test("a bare display: both polarizers, each axis read while the old film is on, cut from the shelf", async ({
  page,
  workshop,
}) => {
  const job = { url: workshop.url, databaseUrl: workshop.databaseUrl, code: "PL-13", family: "WS-240" };
  await standAtBench(page, workshop.url);
  await takeIn(page, job, "Film", { "Which film": "Front and rear" });
  const asked = await workIt(page, job);
  expect(at(asked, "Read the light through the old rear film")).toBeLessThan(
    at(asked, "Start one corner of the front film"),
  );
  const certificate = await certificateOf(job);
  expect(certificate.outcome).toBe("repaired");
  expect(certificate.measurements.map(({ what }) => what)).toContain("Axis of the rear film");
  const { film } = (await sceneOf(job.url, job.code)).state;
  expect(film.chosen.front?.axisDeg).toBeCloseTo(30, 1);
  expect(film.cut.front?.sheet).toMatch(/^F-/);
});

test("a large panel at the mains: capacitors waited for, driver edge kept dry", async ({
  page,
  workshop,
}) => {
  const job = { url: workshop.url, databaseUrl: workshop.databaseUrl, code: "PL-14", family: "KB-15" };
  await standAtBench(page, workshop.url);
  await takeIn(page, job, "Film");
  await page.setViewportSize(sideways);
  const asked = await workIt(page, job);
  expect(asked.some((text) => text.startsWith("Wait. Then:"))).toBe(true);
  expect(at(asked, "Hold the bottom edge up")).toBeLessThan(at(asked, "Peel a few centimetres"));
  expect((await certificateOf(job)).outcome).toBe("repaired");
});

test("glass on a frame, module behind it: reload, double press, a press taken back", async ({
  page,
  workshop,
}) => {
  const { url } = workshop;
  const family = exampleFamilies.frame;
  const made = await sendAsOwner(`${url}/api/families`, family);
  expect(made.status).toBe(201);
  const job = { url, databaseUrl: workshop.databaseUrl, code: "PL-15", family: family.code };
  await standAtBench(page, url);
  await takeIn(page, job, "Glass with sensor");
  // A double press is one press.
  const form = page.getByTestId("answer-form");
  await form.getByRole("button", { name: "All drawn" }).dblclick();
  await expect.poll(async () => (await movesOf(url, job.code)).length).toBeGreaterThan(1);
  const kept = await movesOf(url, job.code);
  expect(kept.filter(({ kind }) => kind === "damage-drawn")).toHaveLength(1);
  await page.reload();
  await awake(page);
  await expect(answer(page)).toContainText("Try it from outside");
  // The second half of a double tap answers nothing that is asked next at the same place.
  const asks = await answer(page).innerText();
  const { x, y } = (await form.getByRole("button", { name: "Works", exact: true }).boundingBox())!;
  await page.mouse.click(x + 9, y + 9);
  await expect(answer(page)).not.toHaveText(asks);
  await page.mouse.click(x + 9, y + 9);
  await settle();
  const tried = (await movesOf(url, job.code)).filter(({ kind }) => kind === "function-tried");
  expect(tried).toHaveLength(1);
  await page.keyboard.press("Backspace");
  await expect(answer(page)).toHaveText(asks);
  await settle();
  await page.keyboard.press("Backspace");
  await expect(answer(page)).toContainText("Look in strong light");
  const asked = await workIt(page, job);
  expect(at(asked, "Set the new glass")).toBeLessThan(at(asked, "Put back the module"));
  expect((await certificateOf(job)).outcome).toBe("repaired");
});

test("a soldered backlight: the joint probed pair by pair, proved before it is shut", async ({
  page,
  workshop,
}) => {
  const job = { url: workshop.url, databaseUrl: workshop.databaseUrl, code: "PL-16", family: "ER-7" };
  await standAtBench(page, workshop.url);
  await takeIn(page, job, "Backlight");
  const asked = await workIt(page, job);
  expect(at(asked, "Probe")).toBeGreaterThan(at(asked, "Solder"));
  const certificate = await certificateOf(job);
  expect(certificate.outcome).toBe("repaired");
  expect(certificate.measurements.map(({ what }) => what).join()).toContain("contact");
});

interface OtherWay extends Omit<BenchJob, "url" | "databaseUrl"> {
  route: string;
  more?: Record<string, string>;
  /** What must have been asked on the way. */
  proves: string;
}

/** The ways of work that the jobs above do not go: in the long form, each step looked at from all sides. */
const otherWays: readonly OtherWay[] = [
  {
    code: "PL-21",
    family: "TK-5",
    route: "Layer with add-on touch",
    proves: "Laminate the touch layer",
  },
  {
    code: "PL-22",
    family: "TW-42",
    route: "Layer only",
    more: { "Laid with": "Adhesive film" },
    proves: "laminator",
  },
  { code: "PL-23", family: "DG-9", route: "Whole assembly", proves: "assembly" },
  {
    code: "PL-24",
    family: "NH-6",
    route: "Layer only",
    heatBy: "Wire on the plate",
    proves: "Draw the wire",
  },
];
for (const { route, more = {}, proves, ...own } of otherWays)
  (isLong ? test : test.skip)(
    `${own.family}, ${route}: from the desk to the end`,
    async ({ page, workshop }) => {
      const { url, databaseUrl } = workshop;
      const job = { url, databaseUrl, ...own };
      await standAtBench(page, url);
      await takeIn(page, job, route, more);
      const asked = await workIt(page, job);
      expect(asked.join("\n").toLowerCase()).toContain(proves.toLowerCase());
      expect((await certificateOf(job)).outcome).toBe("repaired");
    },
  );
