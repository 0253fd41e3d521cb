import { expect } from "chai";
import { say } from "../../words/say.ts";
import { markMessage, markPassed } from "./speech.ts";

describe("a countdown that is said aloud", () => {
  it("is told at its marks, each once", () => {
    const told: number[] = [];
    for (let leftS = 70; leftS > -2; leftS -= 0.25) {
      const mark = markPassed(leftS + 0.25, leftS);
      if (mark !== null) told.push(mark);
    }
    expect(told).to.deep.equal([60, 30, 20, 10, 5, 4, 3, 2, 1, 0]);
  });

  it("tells only where it stands now after a sleep, and nothing where time was added", () => {
    expect(markPassed(400, 4.5)).to.equal(5);
    expect(markPassed(25, -60)).to.equal(0);
    expect(markPassed(-1, -2)).to.equal(null);
    expect(markPassed(50, 170)).to.equal(null);
  });

  it("is said in minutes, then seconds, then bare numbers, then that it is over", () => {
    expect([600, 60, 30, 5, 1, 0].map((mark) => say(markMessage(mark)))).to.deep.equal([
      "10 minutes left.",
      "1 minute left.",
      "30 seconds left.",
      "5",
      "1",
      "Time is up.",
    ]);
  });
});
