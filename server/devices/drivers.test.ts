import { expect } from "chai";
import { readdir, readFile } from "node:fs/promises";
import { sceneAtStart } from "../../core/device/start.ts";
import { families } from "../../demo/families.ts";
import { drivers } from "./drivers.ts";

describe("the drivers", () => {
  const scene = (code: string) =>
    sceneAtStart(
      families.find((family) => family.code === code)!,
      0,
    );
  const time = { at: 0, speed: 1 };

  it("are one for each kind of device, and those that ship say that they are simulated", () => {
    const shipped = [
      drivers.thermometer({ scene: scene("TK-5"), time })!,
      drivers.lightMeter({ code: "GW-1", film: "front" }),
      drivers.scale({ code: "GW-1", aimG: 1.5, topUps: 0 }),
      drivers.chamber({ sinceMs: 0, time }),
      drivers.radiometer({ lampMwCm2: 40 }),
    ];
    expect(shipped).to.have.length(Object.keys(drivers).length);
    for (const device of shipped) {
      expect(device.isSimulated).to.equal(true);
      expect(device.name).to.match(/^Simulated /);
    }
  });

  it("have nothing to read where a job heats nothing", () => {
    expect(drivers.thermometer({ scene: scene("WS-240"), time })).to.equal(null);
  });

  it("are the only way from a route to a device", async () => {
    const routes = (await readdir("src/pages", { recursive: true })).filter((name) => name.endsWith(".ts"));
    expect(routes.length).to.be.greaterThan(30);
    for (const route of routes) {
      expect(await readFile(`src/pages/${route}`, "utf8"), route).not.to.match(/devices\/simulated-/);
    }
  });
});
