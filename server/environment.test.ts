import { expect } from "chai";
import { readEnvironment } from "./environment.ts";

describe("the environment", () => {
  it("has usual values for all but the database", () => {
    expect(readEnvironment({ DATABASE_URL: "postgres://u:p@127.0.0.1:5432/x" })).to.deep.equal({
      DATABASE_URL: "postgres://u:p@127.0.0.1:5432/x",
      HOST: "127.0.0.1",
      PORT: 4321,
      DATABASE_CONNECTIONS: 10,
      PROCESSES: 1,
      CALCULATION_SECONDS: 60,
      CALCULATION_MEMORY_MB: 512,
      ALLOWED_HOSTS: [],
      TRUSTED_PROXIES: [],
    });
  });

  it("says every variable that is missing or wrong, a line each", () => {
    expect(() => readEnvironment({ PORT: "70000" })).to.throw(
      /^DATABASE_URL is missing: .+\nPORT must be a port from 0 to 65535$/,
    );
    const half = { DATABASE_URL: "postgres://u:p@127.0.0.1:5432/x", TLS_CERT: "/etc/shop.crt" };
    expect(() => readEnvironment(half)).to.throw("TLS_KEY is missing: a certificate and its key go together");
    const hosts = (ALLOWED_HOSTS: string) =>
      readEnvironment({ DATABASE_URL: "postgres://u:p@127.0.0.1:5432/x", ALLOWED_HOSTS });
    expect(hosts(" Bench.example , b2 ").ALLOWED_HOSTS).to.deep.equal(["bench.example", "b2"]);
    expect(() => hosts("https://bench.example")).to.throw(
      "ALLOWED_HOSTS must be names such as bench.example",
    );
    expect(() => readEnvironment({ DATABASE_URL: "mysql://x" })).to.throw("DATABASE_URL must be an address");
  });
});
