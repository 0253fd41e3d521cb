import { expect } from "chai";
import pg from "pg";
import { connect } from "./db/pool.ts";
import { answerFault, faultKind } from "./fault-answer.ts";
import { freshDatabase } from "../test/fresh-database.ts";

const caught = (work: Promise<unknown>): Promise<unknown> =>
  work.then(
    () => null,
    (error: unknown) => error,
  );

describe("what an endpoint threw", () => {
  let pool: pg.Pool;
  let url: string;
  before(async () => {
    ({ pool, url } = await freshDatabase());
    await pool.query("CREATE TABLE note (id int PRIMARY KEY, said text, data jsonb)");
  });
  const kindOf = async (work: Promise<unknown>) => faultKind(await caught(work));

  it("is told apart by what the database itself says", async () => {
    const insert = (values: unknown[]) => pool.query("INSERT INTO note VALUES ($1, $2, $3)", values);
    expect(await kindOf(insert([1, "a\u0000b", null]))).to.equal("unkeepable");
    expect(await kindOf(insert([1, "a", '{"said":"\\u0000"}']))).to.equal("unkeepable");
    await insert([1, "a", null]);
    expect(await kindOf(insert([1, "a", null]))).to.equal("conflict");
    expect(await kindOf(pool.query("SET statement_timeout = 20; SELECT pg_sleep(1)"))).to.equal("busy");
    expect(await kindOf(pool.query("BEGIN READ ONLY; INSERT INTO note VALUES (2)"))).to.equal("read only");
    await pool.query("ROLLBACK; RESET statement_timeout").catch(() => undefined);
    expect(await kindOf(pool.query("SELEKT 1"))).to.equal("program");
    expect(faultKind(new TypeError("undefined is not a function"))).to.equal("program");
    expect(faultKind(null)).to.equal("program");
  });

  it("is an absent database where none answers at its address, or a connection is cut", async () => {
    const gone = connect(url.replace(/:(\d+)\//, ":1/"));
    expect(await kindOf(gone.query("SELECT 1"))).to.equal("away");
    await gone.end();
    const cut = new pg.Client({ connectionString: url });
    cut.on("error", () => undefined);
    await cut.connect();
    const asked = caught(cut.query("SELECT pg_sleep(5)"));
    const { processID } = cut as unknown as { processID: number };
    await pool.query("SELECT pg_terminate_backend($1)", [processID]);
    expect(faultKind(await asked)).to.equal("away");
  });

  it("is answered so that an entry is kept where it may pass, and is not where it never will", async () => {
    const statusOf = (code: string) => answerFault(Object.assign(new Error("x"), { code }), "7f3a").status;
    expect(["ECONNREFUSED", "57P01", "53300", "25006", "40P01"].map(statusOf)).to.deep.equal([
      503, 503, 503, 503, 503,
    ]);
    expect(["22021", "23505", "XX000"].map(statusOf)).to.deep.equal([422, 409, 500]);
    const away = answerFault({ code: "ECONNREFUSED" }, "7f3a");
    expect(away.headers.get("retry-after")).to.equal("2");
    const own = (await answerFault(new TypeError("no"), "7f3a").json()) as { detail: string };
    expect(own.detail).to.include("7f3a").and.not.include("database");
  });
});
