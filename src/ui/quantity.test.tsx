import { expect } from "chai";
import fc from "fast-check";
import { renderToStaticMarkup } from "react-dom/server";
import { PreferencesContext, type Preferences } from "./preferences.ts";
import { durationText } from "../../core/duration-text.ts";
import { Duration, kept, Length, lengthText, shown, Temperature, temperatureText } from "./quantity.tsx";

const metric: Preferences = {
  language: "",
  ground: "day",
  temperature: "C",
  length: "mm",
  station: "",
  voice: "",
  seen: "",
  who: "",
};
const inches: Preferences = {
  language: "",
  ground: "day",
  temperature: "F",
  length: "inch",
  station: "",
  voice: "",
  seen: "",
  who: "",
};
const text = (node: React.ReactNode, preferences = metric) =>
  renderToStaticMarkup(<PreferencesContext value={preferences}>{node}</PreferencesContext>).replace(
    /<[^>]+>/g,
    "",
  );

describe("quantities", () => {
  it("are said as a bench says them", () => {
    expect(durationText(45)).to.equal("45 s");
    expect(durationText(59.6)).to.equal("1 min");
    expect(durationText(130)).to.equal("2 min 10 s");
    expect(durationText(120)).to.equal("2 min");
    expect(durationText(4_260)).to.equal("1 h 11 min");
    expect(durationText(3_600)).to.equal("1 h");
  });

  it("follow the reader's units", () => {
    expect(temperatureText(97, metric)).to.equal("97 °C");
    expect(temperatureText(97, inches)).to.equal("206.6 °F");
    expect(lengthText(62, metric)).to.equal("62 mm");
    expect(lengthText(2.5, metric)).to.equal("2.5 mm");
    expect(lengthText(62, inches)).to.equal("2.44 in");
    expect(text(<Temperature c={85} />, inches)).to.equal("185°F");
    expect(text(<Length mm={25.4} />, inches)).to.equal("1.00in");
    expect(text(<Duration s={130} />)).to.equal("2min 10s");
  });

  it("come back as they were kept, whatever they were shown in", () => {
    fc.assert(
      fc.property(
        fc.constantFrom("temperature" as const, "length" as const),
        fc.double({ min: -100, max: 600, noNaN: true }),
        fc.constantFrom(metric, inches),
        (kind, value, preferences) => {
          expect(kept(kind, shown(kind, value, preferences).value, preferences)).to.be.closeTo(value, 1e-9);
        },
      ),
    );
  });
});
