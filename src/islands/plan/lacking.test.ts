import { expect } from "chai";
import { lackingFor } from "./lacking.ts";

describe("what the shelf lacks for a plan", () => {
  const step = (code: string, index: number, startMin: number) => ({
    code,
    index,
    startMin,
    endMin: startMin + 10,
    station: "bench",
    place: 1,
    technician: "tove",
    why: "nothing" as const,
  });
  const job = (code: string, index: number, part = "TK-5 cover glass") => ({
    code,
    family: "TK-5",
    takes: [{ index, part }],
    spans: [],
  });

  it("is what whoever comes last does not find, when the plan comes to it", () => {
    const jobs = [job("A", 1), job("B", 0), job("C", 0, "BX-24 display assembly")];
    const steps = [step("C", 0, 0), step("B", 0, 5), step("A", 0, 10), step("A", 1, 40)];
    const parts = [
      { name: "TK-5 cover glass", left: 1 },
      { name: "BX-24 display assembly", left: 1 },
    ];
    expect(lackingFor({ parts, jobs }, { steps })).to.deep.equal([
      { code: "A", part: "TK-5 cover glass", atMin: 40 },
    ]);
    // Moved before the other it is the other that goes without.
    const sooner = [step("A", 1, 0), ...steps.slice(0, 3)];
    expect(lackingFor({ parts, jobs }, { steps: sooner }).map(({ code }) => code)).to.deep.equal(["B"]);
  });

  it("says nothing of what is not kept on the shelf, and all of what was overdrawn already", () => {
    const jobs = [job("A", 0), job("B", 0)];
    const steps = [step("A", 0, 0), step("B", 0, 10)];
    expect(lackingFor({ parts: [], jobs }, { steps })).to.deep.equal([]);
    const parts = [{ name: "TK-5 cover glass", left: -1 }];
    expect(lackingFor({ parts, jobs }, { steps })).to.have.length(2);
  });
});
