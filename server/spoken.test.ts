import { expect } from "chai";
import { language } from "../words/language.ts";
import { inLanguage, languageOf } from "./spoken.ts";

const asked = (headers: Record<string, string>) => languageOf(new Headers(headers));

describe("the language of an answer", () => {
  it("is the one that was chosen, or the first of the browser's that is spoken here, or English", () => {
    expect(asked({})).to.equal("en");
    expect(asked({ "accept-language": "fr-FR, es-MX;q=0.8, en;q=0.5" })).to.equal("es");
    expect(asked({ "accept-language": "es;q=0.3, en;q=0.9" })).to.equal("en");
    expect(asked({ "accept-language": "es;q=0" })).to.equal("en");
    expect(asked({ "accept-language": "es", cookie: "who=tove; language=en" })).to.equal("en");
    expect(asked({ cookie: "language=xx", "accept-language": "es" })).to.equal("es");
    expect(asked({ "accept-language": ";;,,=" })).to.equal("en");
  });

  it("holds for all that is done for an asker, and for nobody else", async () => {
    const spoken = await Promise.all(
      (["es", "en"] as const).map((name) =>
        inLanguage(name, async () => {
          await new Promise((resolve) => setTimeout(resolve, 5));
          return language();
        }),
      ),
    );
    expect(spoken).to.deep.equal(["es", "en"]);
    expect(language()).to.equal("en");
  });
});
