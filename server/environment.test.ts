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
      BACKUP_AT: "02:30",
      BACKUP_KEEP: 14,
      CALCULATION_SECONDS: 60,
      CALCULATION_MEMORY_MB: 512,
    });
  });

  it("says every variable that is missing or wrong, a line each", () => {
    expect(() => readEnvironment({ PORT: "70000" })).to.throw(
      /^DATABASE_URL is missing: .+\nPORT must be a port from 0 to 65535$/,
    );
    const half = { DATABASE_URL: "postgres://u:p@127.0.0.1:5432/x", TLS_CERT: "/etc/shop.crt" };
    expect(() => readEnvironment(half)).to.throw("TLS_KEY is missing: a certificate and its key go together");
    expect(() => readEnvironment({ DATABASE_URL: "mysql://x" })).to.throw("DATABASE_URL must be an address");
  });
});
