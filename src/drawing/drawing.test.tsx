import { expect } from "chai";
import { renderToStaticMarkup } from "react-dom/server";
import { families } from "../../demo/families.ts";
import { familyNamed } from "../../test/bench-hand.ts";
import { seamOf } from "../../core/heat/lift-heat.ts";
import { planLift } from "../../core/lift/lift-plan.ts";
import { damageKindNames, damageKinds, pointsOfShape, type Damage } from "../../core/intake/damage.ts";
import { screwLedger, type ScrewMove } from "../../core/open/screw-ledger.ts";
import { backOf } from "../../core/stack/family.ts";
import { BackView } from "./BackView.tsx";
import { ontoPanel, stepOf } from "./plan-point.ts";
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

  it("draws what the window still allows along its edge, and a pick where one stands", () => {
    const markup = renderToStaticMarkup(
      <Plan
        family={family}
        reach={[{ edge: "top", fromMm: 40, toMm: 10 }]}
        picks={[{ edge: "right", atMm: 55 }]}
        title="cut"
      />,
    );
    expect(markup).to.match(/data-testid="reach" x1="40" y1="0" x2="10" y2="0"/);
    expect(markup.match(/data-testid="pick"/g)).to.have.length(1);
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

describe("damage on the plan", () => {
  const family = familyNamed("TK-5");
  const draw = (damage: Damage[]) =>
    renderToStaticMarkup(<Plan family={family} damage={damage} title="damage" />);
  const at = (xMm: number, yMm: number) => ({ xMm, yMm });

  it("lies where it was drawn, in millimetres of the panel", () => {
    const markup = draw([
      { damage: "crack", points: [at(70, 30), at(41, 44), at(12.5, 60)] },
      { damage: "dead touch", points: [at(60, 100), at(20, 80)] },
      { damage: "dark bleed", points: [at(30, 30), at(33, 34)] },
    ]);
    expect(markup).to.include('<polyline points="70,30 41,44 12.5,60"');
    expect(markup).to.match(/<rect x="20" y="80" width="40" height="20" fill="url\(#[^"]*-dead\)"/);
    expect(markup).to.match(/<circle cx="30" cy="30" r="5"/);
    expect(markup).to.include("<title>Crack</title>").and.include("<title>Dead touch zone</title>");
  });

  it("draws every kind there is, each told apart by its name", () => {
    for (const kind of damageKindNames) {
      const [fewest] = pointsOfShape[damageKinds[kind].shape];
      const points = [at(10, 10), at(30, 20), at(20, 40)].slice(0, fewest);
      expect(draw([{ damage: kind, points }])).to.include(`<title>${damageKinds[kind].label}</title>`);
    }
  });
});

describe("the back", () => {
  const family = familyNamed("TK-5");
  const draw = (moves: ScrewMove[], onHole?: () => void) =>
    renderToStaticMarkup(
      <BackView
        back={backOf(family)}
        cells={screwLedger(family, moves).cells}
        picked={null}
        title="back"
        {...(onHole ? { onHole } : {})}
      />,
    );

  it("says of every hole whether its screw is in, out, or another's", () => {
    const markup = draw(
      [
        { kind: "taken", cells: [1, 2] },
        { kind: "returned", screws: [{ cell: 1, hole: 2 }] },
      ],
      () => undefined,
    );
    expect(markup).to.include('aria-label="Hole 1, M1.6 × 5 mm, open"');
    expect(markup).to.include('aria-label="Hole 2, M1.6 × 5 mm, holds the screw of cell 1"');
    expect(markup).to.include('aria-label="Hole 3, M1.6 × 5 mm, screw in"');
    expect(markup).to.include(">1?</text>");
  });

  it("draws more rings for a longer screw, and can be pressed only where that does something", () => {
    const markup = draw([]);
    expect(markup).to.not.include('role="button"');
    // Six of the longer size have one ring each; every screw has its head and the room that a finger needs.
    expect(markup.match(/<circle/g)).to.have.length(10 * 2 + 6);
  });
});

describe("a place on the plan", () => {
  it("never leaves the panel and goes by keys a millimetre at a time", () => {
    const panel = { widthMm: 70, heightMm: 126 };
    expect(ontoPanel(panel, at(-3, 200))).to.deep.equal(at(0, 126));
    expect(ontoPanel(panel, at(12.345, 3.21))).to.deep.equal(at(12.3, 3.2));
    expect(stepOf(at(5, 5), "ArrowLeft", false)).to.deep.equal(at(4, 5));
    expect(stepOf(at(5, 5), "ArrowDown", true)).to.deep.equal(at(5, 15));
    expect(stepOf(at(5, 5), "a", false)).to.equal(null);
  });

  function at(xMm: number, yMm: number) {
    return { xMm, yMm };
  }
});
