import { expect } from "chai";
import { ownAddress, panelAddress, reachesOthers } from "./own-address.ts";

describe("the address by which others reach the server", () => {
  const of = (host: string, variables: NodeJS.ProcessEnv = {}) =>
    ownAddress(
      new Request("http://localhost/", { headers: { host } }),
      new URL("http://localhost/x"),
      variables,
    );

  it("is the host that was asked, or what the shop has set", () => {
    expect(of("bench.local:4321").href).to.equal("http://bench.local:4321/");
    expect(of("127.0.0.1:4321", { PUBLIC_URL: "https://repairs.example" }).href).to.equal(
      "https://repairs.example/",
    );
  });

  it("means nothing elsewhere where the server listens to this machine alone, and says so", () => {
    const alone = of("127.0.0.1:4321", { HOST: "127.0.0.1" });
    expect(alone.host).to.equal("127.0.0.1:4321");
    expect(reachesOthers(alone)).to.equal(false);
    expect(reachesOthers(of("10.1.2.3:4321"))).to.equal(true);
  });

  it("is another for a panel under test where the shop has a plain port for it", () => {
    const request = new Request("https://localhost/", { headers: { host: "bench.local:4321" } });
    const of = (variables: NodeJS.ProcessEnv) =>
      panelAddress(request, new URL("https://localhost/x"), variables).href;
    expect(of({})).to.equal("https://bench.local:4321/");
    expect(of({ PANEL_PORT: "8080" })).to.equal("http://bench.local:8080/");
    expect(of({ PANEL_PORT: "8080", PUBLIC_URL: "https://repairs.example" })).to.equal(
      "http://repairs.example:8080/",
    );
  });

  it("keeps the port where the network's own address stands for this machine's", () => {
    const open = of("localhost:4321", { HOST: "0.0.0.0" });
    expect(open.port).to.equal("4321");
  });
});
