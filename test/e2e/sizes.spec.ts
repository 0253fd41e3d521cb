import { places, stages } from "./screens.ts";
import { expect, standAtBench, test, visit } from "./workshop.ts";

const sizes = [
  { width: 390, height: 844 },
  { width: 844, height: 390 },
  { width: 1024, height: 768 },
];

test("nothing runs out of a narrow phone or a tablet on an arm, and no target is too small for a glove", async ({
  page,
  workshop,
}) => {
  await standAtBench(page, workshop.url);
  const faults: string[] = [];
  for (const screen of [...places, ...stages]) {
    await visit(page, screen);
    for (const size of sizes) {
      await page.setViewportSize(size);
      const seen = await page.evaluate(() => ({
        over: document.documentElement.scrollWidth - window.innerWidth,
        small: [
          ...document.querySelectorAll(
            "button, select, input:not([type=radio], [type=checkbox]), a.control, a.control-strong",
          ),
        ]
          .map((element) => ({
            box: element.getBoundingClientRect(),
            name: element.textContent || element.outerHTML,
          }))
          .filter(({ box }) => box.width > 0 && (box.height < 47 || box.width < 28))
          .map(({ name, box }) => `${name.slice(0, 40)} ${Math.round(box.width)}x${Math.round(box.height)}`),
      }));
      if (seen.over > 0) faults.push(`${screen} at ${size.width}: ${seen.over} px too wide`);
      faults.push(...seen.small.map((name) => `${screen} at ${size.width}: small ${name}`));
    }
  }
  expect(faults).toEqual([]);
});
