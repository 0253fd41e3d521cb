import { expect } from "chai";
import {
  dayAndSecondText,
  dayAndTimeText,
  dayText,
  distanceText,
  minuteText,
  secondText,
} from "./time-text.ts";

describe("times as they are written", () => {
  const at = new Date(2026, 10, 7, 4, 5, 9);

  it("have the day before the month, and 24 hours", () => {
    expect(dayAndTimeText(at)).to.equal("7 Nov 04:05");
    expect(dayAndSecondText(at)).to.equal("7 Nov 04:05:09");
    expect(secondText(at)).to.equal("04:05:09");
    expect(minuteText(at)).to.equal("04:05");
    expect(dayText(at)).to.equal("2026-11-07");
    expect(minuteText(new Date(2026, 10, 7, 0, 30))).to.equal("00:30");
  });

  it("say how far off something is in one unit, before and after alike", () => {
    const hourMs = 3_600_000;
    for (const [ms, text] of [
      [20_000, "1 minute"],
      [59 * 60_000, "1 hour"],
      [29 * 60_000, "29 minutes"],
      [1.4 * hourMs, "1 hour"],
      [-11 * hourMs, "11 hours"],
      [12 * hourMs, "1 day"],
      [-47 * hourMs, "2 days"],
      [400 * 24 * hourMs, "400 days"],
    ] as const) {
      expect(distanceText(ms), String(ms)).to.equal(text);
    }
  });
});
