import { spawnSync } from "node:child_process";
import { readFileSync } from "node:fs";
import { expect } from "chai";
import { calculations } from "../core/calculations.ts";
import { calcCommand } from "./calc-command.ts";

const asProcess = (args: string[], input: string) =>
  spawnSync(process.execPath, ["node_modules/tsx/dist/cli.mjs", "cli/calc.ts", ...args], {
    input,
    encoding: "utf8",
  });

const calc = (args: string[], input = "") =>
  calcCommand(args, (file) => (file === "-" ? input : readFileSync(file, "utf8")));

describe("the command line", () => {
  it("prints a result as JSON", () => {
    const dose = { areaMm2: 10_000, gapUm: 100, overflowPct: 0, shrinkPct: 0, densityGcm3: 1.1 };
    const { status, stdout } = asProcess(["adhesive-dose", "-"], JSON.stringify(dose));
    expect(status).to.equal(0);
    expect(JSON.parse(stdout)).to.deep.equal({ assumed: [], volumeMl: 1, massG: 1.1, beadMm: null });
  });

  it("exits with 2 and one line for each fault", () => {
    const { status, stdout, stderr } = asProcess(
      ["adhesive-dose", "-"],
      '{"areaMm2":-1,"gapUm":100,"densityGcm3":1,"glue":2}',
    );
    expect(status).to.equal(2);
    expect(stdout).to.equal("");
    expect(stderr.trim().split("\n")).to.deep.equal([
      "areaMm2: -1 must be a number from 1 to 5000000",
      "overflowPct: is missing: must be a number from 0 to 200",
      "shrinkPct: is missing: must be a number from 0 to 50",
      "glue: is not a known field",
    ]);
  });

  it("lists the calculations and prints a schema", () => {
    const lines = calc(["--list"]).stdout.trimEnd().split("\n");
    expect(lines.map((line) => line.split("\t")[0])).to.deep.equal(calculations.map(({ name }) => name));
    for (const line of lines) expect(line).to.match(/^[a-z]+(-[a-z]+)*\t\S.+$/);
    expect(JSON.parse(calc(["--schema", "edge-plan"]).stdout).input.required).to.include("outline");
  });

  it("exits with 2 for a name, a file or a text that is not one", () => {
    expect(calc(["no-such", "-"], "{}").stderr).to.include("heat-soak, soak-plan");
    expect(calc(["heat-soak", "no-such.json"]).status).to.equal(2);
    expect(calc(["heat-soak", "-"], "{oops").stderr).to.include("not JSON");
    expect(calc([]).status).to.equal(2);
    expect(calc(["--scheme", "heat-soak"]).stderr).to.include("calc --list");
    expect(calc(["--schema", "no-such"]).stderr).to.include("no calculation");
  });
});
