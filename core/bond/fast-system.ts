import { gridSolveWasm } from "../wasm/grid-solve.ts";
import { compiledFrom } from "../wasm/load.ts";
import { plainSystem, type GridSystem } from "./grid-solve.ts";

interface Place {
  value: number;
}

type Real = "diagonal" | "rhs" | "toEast" | "toSouth" | "x";
type Whole = "north" | "south";

interface Exports extends Record<Real | Whole | "linkHub" | "linkCell" | "linkBetween", Place> {
  layOut(mostUnknowns: number): void;
  solve(cells: number, hubs: number, links: number, tolerance: number): number;
}

const freshCopy = compiledFrom<Exports>(gridSolveWasm);

/** A system of at most so many unknowns, its rounds those of assembly/grid-solve.ts where the engine runs that, else in plain TypeScript. */
export function fastSystem(mostCells: number): GridSystem {
  const compiled = freshCopy();
  if (!compiled) return plainSystem(mostCells);
  compiled.layOut(mostCells);
  const size = mostCells + 1;
  const { buffer } = compiled.memory;
  const real = (name: Real) => new Float64Array(buffer, compiled[name].value, size);
  const whole = (name: Whole) => new Int32Array(buffer, compiled[name].value, size);
  const system: GridSystem = {
    cells: 0,
    hubs: 0,
    links: 0,
    none: mostCells,
    diagonal: real("diagonal"),
    rhs: real("rhs"),
    toEast: real("toEast"),
    toSouth: real("toSouth"),
    x: real("x"),
    north: whole("north"),
    south: whole("south"),
    linkHub: new Int32Array(buffer, compiled.linkHub.value, 4 * size),
    linkCell: new Int32Array(buffer, compiled.linkCell.value, 4 * size),
    linkBetween: new Float64Array(buffer, compiled.linkBetween.value, 4 * size),
    solve: (tolerance) => compiled.solve(system.cells, system.hubs, system.links, tolerance),
  };
  return system;
}
