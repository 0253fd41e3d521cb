import { expect } from "chai";
import pg from "pg";
import { clusterFolder, openThrowawayCluster, type Cluster } from "./postgres.ts";

describe("a cluster of the project's own", () => {
  let cluster: Cluster;
  before(async () => {
    cluster = await openThrowawayCluster();
  });

  it("answers on loopback alone, with a password", async () => {
    const url = new URL(await cluster.database("one"));
    expect(url.hostname).to.equal("127.0.0.1");
    const client = new pg.Client({ connectionString: url.href });
    await client.connect();
    const { rows } = await client.query("SHOW listen_addresses");
    expect(rows[0].listen_addresses).to.equal("127.0.0.1");
    await client.end();
    url.password = "wrong";
    const refused = await new pg.Client({ connectionString: url.href }).connect().then(
      () => null,
      (error: Error) => error,
    );
    expect(refused?.message).to.include("password authentication failed");
  });

  it("makes a database once", async () => {
    expect(await cluster.database("two")).to.equal(await cluster.database("two"));
  });

  it("is gone after it is stopped", async () => {
    const url = await cluster.database("one");
    await cluster.stop();
    const refused = await new pg.Client({ connectionString: url }).connect().then(
      () => null,
      (error: NodeJS.ErrnoException) => error,
    );
    expect(refused?.code).to.equal("ECONNREFUSED");
  });

  it("has a place of its own for each checkout and use, outside the checkout", () => {
    const folders = [
      clusterFolder("/home/a/half-lift", "demo"),
      clusterFolder("/home/b/half-lift", "demo"),
      clusterFolder("/home/a/half-lift", "dev"),
    ];
    expect(new Set(folders).size).to.equal(3);
    folders.forEach((folder) => expect(folder.startsWith("/home/a/half-lift")).to.equal(false));
  });
});
