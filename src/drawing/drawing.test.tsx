import { expect } from "chai";
import { renderToStaticMarkup } from "react-dom/server";
import { families } from "../../demo/families.ts";
import { familyNamed } from "../../test/bench-hand.ts";
import { seamOf } from "../../core/heat/lift-heat.ts";
import { planLift } from "../../core/lift/lift-plan.ts";
import { Pile } from "./Pile.tsx";
import { Plan, type PlanSegment } from "./Plan.tsx";
import { Section } from "./Section.tsx";

const numbers = (markup: string, pattern: RegExp) =>
  [...markup.matchAll(pattern)].map((match) => Number(match[1]));

describe("the section drawing", () => {
  for (const family of families) {
    it(`names every layer of ${family.code} with its thickness, top first`, () => {
      const markup = renderToStaticMarkup(<Section family={family} title="stack" />);
      const at = family.stack.map((layer) => markup.indexOf(`>${layer.name}<`));
      expect(at).to.not.include(-1);
      expect([...at].sort((a, b) => a - b)).to.deep.equal(at);
      const heights = numbers(markup, /<text x="[\d.]+" y="([\d.]+)"/g);
      expect(heights).to.have.length(family.stack.length);
    });
  }

  it("opens above the seam as the cut goes on, and only there", () => {
    const plotter = familyNamed("PH-10");
    const { stack } = plotter;
    const outlines = (openShare: number) =>
      [
        ...renderToStaticMarkup(
          <Section family={plotter} seam="upper adhesive" openShare={openShare} title="s" />,
        ).matchAll(/<polygon points="([^"]+)" fill="var\(--raised\)"/g),
      ].map((match) => match[1]!.trim().split(/\s+/).length);
    expect(outlines(0)).to.deep.equal(stack.map(() => 4));
    const [glass, ...rest] = outlines(0.5);
    expect(glass).to.be.greaterThan(20);
    expect(rest).to.deep.equal(stack.slice(1).map(() => 4));
  });
});

describe("the plan drawing", () => {
  const family = familyNamed("PH-10");
  const plan = planLift(family, seamOf(family, "layer")!, { windowS: 30, speedMmS: 5 })!;
  const segments = plan.segments.map((segment, i): PlanSegment => ({
    ...segment,
    status: i === 0 ? "cut" : i === 1 ? "next" : "later",
  }));
  const draw = (onCut?: () => void) =>
    renderToStaticMarkup(
      <Plan family={family} segments={segments} title="cut" {...(onCut ? { onCut } : {})} />,
    );

  it("keeps true proportions and everything inside its frame", () => {
    const markup = draw();
    const [x, y, width, height] = /viewBox="([^"]+)"/.exec(markup)![1]!.split(" ").map(Number) as [
      number,
      number,
      number,
      number,
    ];
    expect(-2 * x + family.outline.widthMm).to.be.closeTo(width, 1e-6);
    expect(-2 * y + family.outline.heightMm).to.be.closeTo(height, 1e-6);
    numbers(markup, /<circle cx="(-?[\d.]+)"/g).forEach((cx) => expect(cx).to.be.within(x, x + width));
    numbers(markup, /cy="(-?[\d.]+)"/g).forEach((cy) => expect(cy).to.be.within(y, y + height));
  });

  it("numbers the stretches that are left and ticks those that are cut", () => {
    const markup = draw();
    expect(markup.match(/✓/g)).to.have.length(1);
    for (const { order } of segments.slice(1)) expect(markup).to.include(`>${order}</text>`);
  });

  it("hatches each kind of feature and writes its label", () => {
    const markup = draw();
    for (const { kind, label } of family.features) {
      expect(markup).to.match(new RegExp(`fill="url\\(#[^"]*-${kind}\\)"`));
      expect(markup).to.include(label);
    }
  });

  it("can be pressed only where a stretch may be marked", () => {
    expect(draw()).to.not.include('role="button"');
    const markup = draw(() => undefined);
    expect(markup.match(/role="button"/g)).to.have.length(segments.length);
    expect(markup.match(/tabindex="0"/g)).to.have.length(segments.length - 1);
    expect(markup).to.match(/aria-label="Mark as cut: 2, right edge \d+ to \d+ mm"/);
  });
});

describe("the pile", () => {
  it("says of every stage whether it is done, at hand or to come", () => {
    const markup = renderToStaticMarkup(
      <Pile
        slabs={[
          { stage: "intake", status: "done" },
          { stage: "open", status: "present" },
          { stage: "lift", status: "coming" },
        ]}
        viewed="open"
        onView={() => undefined}
      />,
    );
    const words = markup.replace(/<[^>]+>/g, "");
    expect(words).to.equal("Intake, doneOpen, at handLift, to come");
    expect(markup.match(/aria-current="step"/g)).to.have.length(1);
  });
});
