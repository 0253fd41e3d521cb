import type { Page } from "@playwright/test";

interface Size {
  width: number;
  height: number;
}
const isPhone = ({ width, height }: Size) => Math.min(width, height) < 480;

/** A tablet on an arm, a phone upright and on its side. */
export const smallSizes: readonly Size[] = [
  { width: 1024, height: 768 },
  { width: 390, height: 844 },
  { width: 844, height: 390 },
];
const sizes = [...smallSizes, { width: 1280, height: 800 }];
const MOST_WORDS = 160;
const MOST_WORDS_ON_A_PHONE = 90;
const MOST_BAR_PX = 96;
const MOST_BAR_PX_ON_A_PHONE = 120;
const ANSWER_AND_BAR = "[data-testid=answer], [data-testid=bar], [data-testid=press]";

/**
 * What of a working step is not seen in one look: the page is one screen, and its answer, its bar and its buttons lie whole and bare in
 * it. `parts` says which of them are looked for. Runs in the page.
 */
function notInOneLook(wanted: string): string[] {
  // A sheet lies over the work until it is closed.
  if (!document.querySelector("[data-testid=work]") || document.querySelector("[role=dialog]")) return [];
  const faults: string[] = [];
  const { scrollHeight } = document.documentElement;
  if (scrollHeight > window.innerHeight) faults.push(`${scrollHeight} px high`);
  for (const part of document.querySelectorAll(wanted)) {
    const { left, right, top, bottom } = part.getBoundingClientRect();
    // What stands folded away is not part of the look.
    if (part.closest("details")) continue;
    const name = part.getAttribute("data-testid") ?? part.textContent;
    const isInView = left >= 0 && top >= 0 && right <= window.innerWidth && bottom <= window.innerHeight + 1;
    if (!isInView) faults.push(`${name} is not whole in view`);
    for (const [x, y] of [
      [0.5, 0.5],
      [0.1, 0.2],
      [0.9, 0.2],
      [0.1, 0.8],
      [0.9, 0.8],
    ] as const) {
      const on = document.elementFromPoint(left + x * (right - left), top + y * (bottom - top));
      if (on && !part.contains(on)) faults.push(`${name} is covered by ${on.tagName}`);
    }
  }
  return faults;
}

/** What is too small for a glove. The pile counts as one target. Runs in the page. */
function tooSmall(): string[] {
  return [
    ...document.querySelectorAll(
      "button, select, input:not([type=radio], [type=checkbox]), a.control, a.control-strong",
    ),
  ]
    .map((element) => ({
      box: element.getBoundingClientRect(),
      name: element.textContent || element.outerHTML,
    }))
    .filter(({ box }) => box.width > 0 && (box.height < 47 || box.width < 28))
    .map(({ name, box }) => `small ${name.slice(0, 40)} ${Math.round(box.width)}x${Math.round(box.height)}`);
}

/** How many words can be read on the screen as it is, those in drawings too. Runs in the page. */
function wordsInView(): number {
  const texts = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
  let words = 0;
  for (let node = texts.nextNode(); node; node = texts.nextNode()) {
    const text = node.textContent?.trim() ?? "";
    const parent = node.parentElement;
    if (!text || !parent || ["SCRIPT", "STYLE", "TITLE", "OPTION"].includes(parent.nodeName.toUpperCase()))
      continue;
    const isFolded = parent.closest("details:not([open])") && !parent.closest("summary");
    if (isFolded || !parent.checkVisibility({ visibilityProperty: true })) continue;
    const range = document.createRange();
    range.selectNodeContents(node);
    const whole = range.getBoundingClientRect();
    if (whole.width < 2 || whole.height < 2) continue;
    // What a list that scrolls inside itself has cut off is not seen.
    const seen = { left: 0, top: 0, right: window.innerWidth, bottom: window.innerHeight };
    const cut = ({ left, top, right, bottom }: DOMRect) => {
      seen.left = Math.max(seen.left, left);
      seen.top = Math.max(seen.top, top);
      seen.right = Math.min(seen.right, right);
      seen.bottom = Math.min(seen.bottom, bottom);
    };
    for (let around: Element | null = parent; around; around = around.parentElement) {
      if (getComputedStyle(around).overflow !== "visible") cut(around.getBoundingClientRect());
    }
    cut(whole);
    const share =
      (Math.max(0, seen.right - seen.left) * Math.max(0, seen.bottom - seen.top)) /
      (whole.width * whole.height);
    words += Math.round(share * text.split(/\s+/).filter((word) => /[\p{L}\d]/u.test(word)).length);
  }
  return words;
}

/** Whether the instrument's drawing is too small to be read, where it has one: as much of it as is seen. Runs in the page. */
function drawingTooSmall(): string[] {
  const shown = document.querySelector<HTMLElement>("[data-testid=instrument]");
  const drawings = [...(shown?.querySelectorAll("svg, canvas, img") ?? [])].filter(
    (one) => !one.closest("button, [hidden]") && one.clientWidth > 40,
  );
  if (!shown || drawings.length === 0) return [];
  const seen = drawings.map((one) => {
    const box = one.getBoundingClientRect();
    let [top, bottom] = [Math.max(0, box.top), Math.min(window.innerHeight, box.bottom)];
    for (let around = one.parentElement; around; around = around.parentElement) {
      if (getComputedStyle(around).overflowY === "visible") continue;
      const own = around.getBoundingClientRect();
      [top, bottom] = [Math.max(top, own.top), Math.min(bottom, own.bottom)];
    }
    return bottom - top;
  });
  const most = Math.max(...seen);
  return most < 60 ? [`of the drawing ${Math.round(most)} px are seen`] : [];
}

/** All that is looked at in one size. Runs in the page. */
async function lookedAt(
  look: {
    hidden: typeof notInOneLook;
    small: typeof tooSmall;
    drawing: typeof drawingTooSmall;
    words: typeof wordsInView;
  },
  answerAndBar: string,
) {
  // Until the page has laid itself out for its new size.
  await new Promise<void>((resolve) => requestAnimationFrame(() => requestAnimationFrame(() => resolve())));
  const root = document.documentElement;
  const asItIs = {
    words: look.words(),
    barPx: document.querySelector("[data-testid=bar]")!.getBoundingClientRect().height,
    faults: [
      ...look.hidden(`${answerAndBar}, [data-testid=answer-form] button`),
      ...look.small(),
      ...look.drawing(),
    ],
  };
  root.style.fontSize = "150%";
  const enlarged = look.hidden(answerAndBar);
  root.style.fontSize = "";
  return { ...asItIs, enlarged };
}

export const faultsOfGlance = (
  page: Page,
  parts = `${ANSWER_AND_BAR}, [data-testid=answer-form] button`,
): Promise<string[]> => page.evaluate(notInOneLook, parts);

export const smallTargets = (page: Page): Promise<string[]> => page.evaluate(tooSmall);

/** Asked for at once: asking from outside takes longer than what is asked. */
const lookAt = (page: Page): Promise<Awaited<ReturnType<typeof lookedAt>>> =>
  page.evaluate(
    `(${String(lookedAt)})({ hidden: ${String(notInOneLook)}, small: ${String(tooSmall)}, drawing: ${String(drawingTooSmall)}, words: ${String(wordsInView)} }, ${JSON.stringify(ANSWER_AND_BAR)})`,
  );

/** Spanish may have a quarter more words. */
const WORDS_OF = { en: 1, es: 1.25 };

/** Everything that keeps a working step from being read in one look at the four sizes, and with its text at one and a half. */
export async function faultsOfStep(page: Page, spoken: keyof typeof WORDS_OF = "en"): Promise<string[]> {
  const faults: string[] = [];
  const usual = page.viewportSize()!;
  for (const size of sizes) {
    await page.setViewportSize(size);
    const { words, barPx, faults: asItIs, enlarged } = await lookAt(page);
    const most = WORDS_OF[spoken] * (isPhone(size) ? MOST_WORDS_ON_A_PHONE : MOST_WORDS);
    const mostPx = isPhone(size) ? MOST_BAR_PX_ON_A_PHONE : MOST_BAR_PX;
    const found = [
      ...asItIs,
      ...(words > most ? [`${words} words in view`] : []),
      ...(barPx > mostPx ? [`the bar is ${barPx} px high`] : []),
    ];
    faults.push(
      ...found.map((fault) => `at ${size.width}: ${fault}`),
      ...enlarged.map((fault) => `at ${size.width}, text at 150 %: ${fault}`),
    );
  }
  await page.setViewportSize(usual);
  return faults;
}
