import type { Material, Source } from "./materials.ts";

/** How a material bends and how much it bears for a moment. */
export interface Stiffness {
  modulusGpa: number;
  poisson: number;
  bearsMpa: number;
  source: Source;
}

const kinds: Record<Material["drawnAs"], Stiffness> = {
  glass: {
    modulusGpa: 70,
    poisson: 0.22,
    bearsMpa: 40,
    source: {
      kind: "assumed",
      text: "modulus of soda-lime glass from memory; a cut edge bears 40 MPa for a moment, assumed",
    },
  },
  cell: {
    modulusGpa: 73,
    poisson: 0.23,
    bearsMpa: 40,
    source: {
      kind: "assumed",
      text: "modulus of alkali-free glass from memory; a scribed edge bears 40 MPa, assumed",
    },
  },
  film: {
    modulusGpa: 3.5,
    poisson: 0.37,
    bearsMpa: 60,
    source: { kind: "from memory", text: "polyester and triacetate film" },
  },
  plastic: {
    modulusGpa: 2.4,
    poisson: 0.37,
    bearsMpa: 50,
    source: { kind: "from memory", text: "polycarbonate and acrylic" },
  },
  metal: {
    modulusGpa: 70,
    poisson: 0.33,
    bearsMpa: 100,
    source: { kind: "from memory", text: "aluminium" },
  },
  glue: {
    modulusGpa: 0.001,
    poisson: 0.49,
    bearsMpa: 1,
    source: { kind: "assumed", text: "soft acrylic: it carries no bending" },
  },
  air: { modulusGpa: 0.001, poisson: 0, bearsMpa: 1, source: { kind: "assumed", text: "carries nothing" } },
};

/** Chemically strengthened glass bears more, while it is whole. */
const strengthened: Stiffness = {
  ...kinds.glass,
  bearsMpa: 120,
  source: {
    kind: "assumed",
    text: "chemically strengthened glass with sound edges, a third of its usual data-sheet strength; a crack takes that away",
  },
};

export const stiffnessOf = ({ name, drawnAs }: Pick<Material, "name" | "drawnAs">): Stiffness =>
  name === "cover glass, aluminosilicate" ? strengthened : kinds[drawnAs];
