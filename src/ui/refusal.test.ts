import { expect } from "chai";
import { isDone, isRefusal } from "./refusal.ts";

const PROBLEM = "application/problem+json";
const PAGE = "text/html; charset=utf-8";

describe("what an answer means for what was sent", () => {
  it("is a refusal only where the application itself says so", () => {
    for (const status of [403, 404, 409, 413, 422]) {
      expect(isRefusal(status, PROBLEM), String(status)).to.equal(true);
      expect(isRefusal(status, PAGE), `${status} of a proxy`).to.equal(false);
      expect(isRefusal(status, null), `${status} of nobody`).to.equal(false);
    }
    for (const status of [408, 425, 429, 500, 502, 503]) expect(isRefusal(status, PROBLEM)).to.equal(false);
  });

  it("is done only where the application itself says so: a log-in page is no answer", () => {
    expect(isDone(201, "application/json")).to.equal(true);
    expect(isDone(204, null)).to.equal(true);
    expect(isDone(200, PAGE)).to.equal(false);
    expect(isDone(302, "application/json")).to.equal(false);
    expect(isDone(409, PROBLEM)).to.equal(false);
  });
});
