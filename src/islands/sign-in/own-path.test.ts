import { expect } from "chai";
import { isOwnPath } from "./own-path.ts";

describe("where somebody goes on to who has signed in", () => {
  it("is a page of this server", () => {
    for (const path of ["/", "/jobs/GW-1151?open=note", "/jobs?find=bub%20ble"])
      expect(isOwnPath(path), path).to.equal(true);
  });

  it("is nowhere else, as a browser reads it", () => {
    const base = "http://bench.test";
    for (const path of [
      "//elsewhere.example",
      "/\\elsewhere.example",
      "/\t/elsewhere.example",
      "/\n/elsewhere.example",
      "https://elsewhere.example",
      "javascript:alert(1)",
      "",
    ])
      expect(isOwnPath(path), path).to.equal(false);
    // What passes stays here, whatever stands in it.
    for (const path of ["/a//b", "/@elsewhere.example", "/x:80/y", "/.//elsewhere.example"])
      expect(!isOwnPath(path) || new URL(path, base).origin === base, path).to.equal(true);
  });
});
