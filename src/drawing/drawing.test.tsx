import { expect } from "chai";
import { renderToStaticMarkup } from "react-dom/server";
import { families } from "../../demo/families.ts";
import { familyNamed } from "../../test/bench-hand.ts";
import { damageKindNames, damageKinds, pointsOfShape, type Damage } from "../../core/intake/damage.ts";
import { screwLedger, type ScrewMove } from "../../core/open/screw-ledger.ts";
import { backOf } from "../../core/stack/family.ts";
import { BackView } from "./BackView.tsx";
import { nearestOnPanel } from "../../core/stack/panel-geometry.ts";
import { stepOf } from "./plan-point.ts";
import { WorkPile } from "../islands/work/WorkPile.tsx";
import { Plan } from "./Plan.tsx";
import { PowerView } from "./PowerView.tsx";
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
  const draw = () => renderToStaticMarkup(<Plan family={family} title="panel" />);

  it("keeps true proportions, with the same margin all round", () => {
    const [x, y, width, height] = /viewBox="([^"]+)"/.exec(draw())![1]!.split(" ").map(Number) as [
      number,
      number,
      number,
      number,
    ];
    expect(-2 * x + family.outline.widthMm).to.be.closeTo(width, 1e-6);
    expect(-2 * y + family.outline.heightMm).to.be.closeTo(height, 1e-6);
  });

  it("hatches each kind of feature and writes its label", () => {
    const markup = draw();
    for (const { kind, label } of family.features) {
      expect(markup).to.match(new RegExp(`fill="url\\(#[^"]*-${kind}\\)"`));
      expect(markup).to.include(label);
    }
  });
});

describe("the pile", () => {
  it("shows stages in the order in which the work comes to them: done, at hand, partly done, to come", () => {
    const row = (stage: "intake" | "lift" | "open" | "bond", status: "done" | "now" | "coming") => ({
      key: `${stage} ${status}`,
      stage,
      text: () => `${stage} ${status}`,
      status,
    });
    const markup = renderToStaticMarkup(
      <WorkPile
        rows={[
          row("intake", "done"),
          row("lift", "done"),
          row("open", "now"),
          row("lift", "coming"),
          row("bond", "coming"),
        ]}
        onOpen={() => undefined}
      />,
    );
    const slabs = [...markup.matchAll(/data-status="(\w+)"><div[^>]*>(\w+)</g)].map(
      ([, status, name]) => `${name} ${status}`,
    );
    expect(slabs).to.deep.equal(["Intake done", "Lift partly", "Open present", "Bond coming"]);
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
    expect(nearestOnPanel(panel, at(-3, 200))).to.deep.equal(at(0, 126));
    expect(nearestOnPanel(panel, at(12.345, 3.21))).to.deep.equal(at(12.3, 3.2));
    expect(stepOf(at(5, 5), "ArrowLeft", false)).to.deep.equal(at(4, 5));
    expect(stepOf(at(5, 5), "ArrowDown", true)).to.deep.equal(at(5, 15));
    expect(stepOf(at(5, 5), "a", false)).to.equal(null);
  });

  function at(xMm: number, yMm: number) {
    return { xMm, yMm };
  }
});

describe("the way of the power", () => {
  const link = (key: "plug" | "supply" | "connector panel", isJoined: boolean) => ({
    key,
    name: key,
    isJoined,
  });
  const drawn = (board: "live" | "dead", isJoined: boolean) =>
    renderToStaticMarkup(
      <PowerView
        chain={{
          supply: [link("plug", false), link("supply", isJoined)],
          panel: [link("connector panel", true)],
          board,
        }}
        source="mains"
        asked="supply"
        title="power"
      />,
    );
  it("says of every link whether it is joined, and of the board whether it is proved dead", () => {
    expect(drawn("live", true))
      .to.include("plug: parted")
      .and.include("supply: joined")
      .and.include(">live<");
    expect(drawn("dead", false)).to.include("supply: parted").and.include(">proved dead<");
  });
  it("marks a board that may be live as danger, and the link that is asked for", () => {
    expect(drawn("live", true)).to.include("var(--danger)");
    expect(drawn("dead", false)).to.not.include("var(--danger)");
    // Along the screen, and down it for a phone that is held upright.
    const [along, down] = drawn("dead", false).split("</svg>");
    for (const way of [along!, down!]) expect(way.match(/stroke="var\(--heat\)"/g)).to.have.length(1);
  });
});
