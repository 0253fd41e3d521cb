import { expect } from "chai";
import { readFileSync } from "node:fs";
import { assemblies, embedded, embeddedIn } from "./assemblies.ts";

describe("the compiled parts of the core", () => {
  it("are what their source compiles to (npm run assembly)", () => {
    expect(assemblies).to.include("heat-sheet");
    for (const name of assemblies)
      expect(readFileSync(embeddedIn(name), "utf8") === embedded(name), name).to.equal(true);
  });
});
