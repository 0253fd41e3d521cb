import { expect } from "chai";
import { extract } from "tar";
import { appendFile, mkdir, mkdtemp, readFile, readdir, rm, stat, writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import path from "node:path";
import type pg from "pg";
import { backUp, restore, type Manifest } from "../../scripts/database-copy.ts";
import { databaseIn } from "../../scripts/postgres.ts";
import { verifiedText } from "../../server/certificates/verify-all.ts";
import { connect } from "../../server/db/pool.ts";
import { findJob, firstBrokenLink } from "../../server/store/jobs.ts";
import { closeAfterwards, demoDatabase, freshDatabase } from "../fresh-database.ts";
import { tell } from "./at-bench.ts";

const CODE = "GW-1160";

describe("a backup", () => {
  let pool: pg.Pool;
  let url: string;
  let folder: string;
  let copies = 0;

  /** A database with nothing in it, not even tables. */
  const emptyDatabase = async () => {
    copies += 1;
    return databaseIn((await freshDatabase()).url, `copy_${copies}`);
  };
  const kept = () => path.join(folder, "kept.tar");
  const refusal = (work: Promise<unknown>) =>
    work.then(
      () => "done",
      (error: Error) => error.message,
    );

  before(async () => {
    ({ pool } = await demoDatabase());
    url = process.env.DATABASE_URL!;
    folder = await mkdtemp(path.join(tmpdir(), "half-lift-backup-"));
    await backUp(url, kept());
    // One file, which nobody else reads.
    const made = await stat(kept());
    expect([made.isFile(), made.mode & 0o077]).to.deep.equal([true, 0]);
  });
  after(() => rm(folder, { recursive: true, force: true }));

  it("comes back whole: the same jobs, chains and tables, and what was told later is not in it", async () => {
    const job = (await findJob(pool, CODE))!;
    await tell(pool, CODE, "noted", { text: "Told after the backup" });
    const copy = await emptyDatabase();
    const { tables, migrated, signed } = await restore(copy, kept());
    expect(tables).to.be.above(15);
    expect(migrated).to.deep.equal([]);
    expect(signed.jobs).to.be.above(10);
    expect(signed.faults).to.deep.equal([]);
    const restored = connect(copy);
    closeAfterwards(restored);
    expect((await findJob(restored, CODE))!.moves).to.deep.equal(job.moves);
    expect(await firstBrokenLink(restored, CODE)).to.equal(null);
    // It can be gone on with.
    await tell(restored, CODE, "noted", { text: "Told in the copy" });
  });

  it("is taken while it is worked with, and is of one moment", async () => {
    let isOver = false;
    const telling = (async () => {
      for (let n = 0; !isOver; n += 1) await tell(pool, CODE, "noted", { text: `Meanwhile ${n}` });
    })();
    await backUp(url, path.join(folder, "meanwhile.tar"));
    isOver = true;
    await telling;
    await restore(await emptyDatabase(), path.join(folder, "meanwhile.tar"));
  });

  it("says once it is back what of it is not as it was signed", async () => {
    const copy = await emptyDatabase();
    await restore(copy, kept());
    const tampered = connect(copy);
    await tampered.query("ALTER TABLE move DISABLE TRIGGER USER");
    await tampered.query(
      "UPDATE move SET who = 'anselm' WHERE job_id = (SELECT id FROM job WHERE code = $1) AND seq = 2",
      [CODE],
    );
    await tampered.query("ALTER TABLE move ENABLE TRIGGER USER");
    await tampered.end();
    const place = path.join(folder, "tampered.tar");
    await backUp(copy, place);
    const { signed } = await restore(await emptyDatabase(), place);
    expect(verifiedText(signed)).to.match(
      new RegExp(`^${CODE}: move 2 is not as it was recorded\\.\n.*: no, 1 differ\\.$`),
    );
  });

  it("does not go over what is there, in a folder or a database", async () => {
    expect(await refusal(backUp(url, kept()))).to.include("is there already");
    const copy = await emptyDatabase();
    await restore(copy, kept());
    expect(await refusal(restore(copy, kept()))).to.include("holds something already");
    await restore(copy, kept(), { replace: true });
  });

  it("is refused where it is damaged, of a later version, or none, before anything is touched", async () => {
    const copy = await emptyDatabase();
    const other = async (name: string, change: (manifest: Manifest) => Manifest) => {
      const place = path.join(folder, name);
      await mkdir(place);
      await extract({ file: kept(), cwd: place });
      const file = path.join(place, "manifest.json");
      await writeFile(file, JSON.stringify(change(JSON.parse(await readFile(file, "utf8")) as Manifest)));
      return place;
    };
    const damaged = await other("damaged", (told) => told);
    await appendFile(path.join(damaged, "database.dump"), "x");
    expect(await refusal(restore(copy, damaged))).to.include("is damaged");
    const bytes = await readFile(kept());
    const cut = path.join(folder, "cut.tar");
    await writeFile(cut, bytes.subarray(0, bytes.length / 2));
    expect(await refusal(restore(copy, cut))).to.include("damaged");
    bytes[bytes.length / 2] = bytes[bytes.length / 2]! ^ 1;
    await writeFile(cut, bytes);
    expect(await refusal(restore(copy, cut))).to.include("is damaged");
    await writeFile(cut, "no backup at all".repeat(100));
    expect(await refusal(restore(copy, cut))).to.match(/damaged|is no backup/);
    expect(await refusal(restore(copy, path.join(folder, "nothing")))).to.include("is not there");
    const later = await other("later", (told) => ({
      ...told,
      migrations: [...told.migrations, "9001_of_tomorrow.sql"],
    }));
    expect(await refusal(restore(copy, later))).to.include("newer version of Half Lift (9001_of_tomorrow");
    expect(await refusal(restore(copy, folder))).to.include("is no backup");
    const wrong = await other("wrong", (told) => ({
      ...told,
      tables: { ...told.tables, move: { ...told.tables.move!, digest: "1" } },
    }));
    expect(await refusal(restore(copy, wrong))).to.include("move differ");
    // A half one is never there under its name.
    expect((await readdir(folder)).filter((name) => name.endsWith(".part"))).to.deep.equal([]);
  });
});
