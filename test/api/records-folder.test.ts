import { expect } from "chai";
import { mkdtemp, readFile, readdir, rm, writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import path from "node:path";
import type pg from "pg";
import { recordFolder, writeRecords } from "../../scripts/records-task.ts";
import { tasksOf } from "../../scripts/tasks.ts";
import { readEnvironment } from "../../server/environment.ts";
import { unwrittenJobs } from "../../server/store/records-written.ts";
import { GET as exportJob } from "../../src/pages/api/jobs/[code]/export.ts";
import { GET as readings } from "../../src/pages/api/jobs/[code]/readings.csv.ts";
import { demoDatabase } from "../fresh-database.ts";
import { call } from "./ask.ts";

describe("the folder of records", () => {
  let pool: pg.Pool;
  let folder: string;
  before(async () => {
    ({ pool } = await demoDatabase());
    folder = await mkdtemp(path.join(tmpdir(), "half-lift-records-"));
  });
  after(() => rm(folder, { recursive: true, force: true }));

  it("has what belongs to each job that has ended, as it is when it is asked for, and each once", async () => {
    const [first, second] = await unwrittenJobs(pool, 2);
    expect(await writeRecords(pool, { folder }, 1)).to.deep.equal({ written: [first!.code] });
    const { code } = first!;
    const place = recordFolder(folder, first!);
    expect(place).to.equal(path.join(folder, String(first!.endedAt.getUTCFullYear()), code));
    expect((await readdir(place)).sort()).to.deep.equal(
      [
        `${code}-certificate.json`,
        `${code}-certificate.pdf`,
        `${code}-readings.csv`,
        `${code}.job.json`,
      ].sort(),
    );
    const text = (name: string) => readFile(path.join(place, name), "utf8");
    const asked = async (route: typeof exportJob) => (await call(route, { params: { code } })).text();
    expect(await text(`${code}.job.json`)).to.equal(await asked(exportJob));
    expect(await text(`${code}-readings.csv`)).to.equal(await asked(readings));
    expect(await text(`${code}-certificate.pdf`)).to.match(/^%PDF/);
    expect(JSON.parse(await text(`${code}-certificate.json`))).to.include({ code });
    expect(await writeRecords(pool, { folder }, 1)).to.deep.equal({ written: [second!.code] });
  });

  it("has the record anew of a job that ended anew, and what was begun and left is no part of it", async () => {
    const [job] = await unwrittenJobs(pool, 1);
    await writeFile(path.join(folder, "of-somebody-else.txt"), "stays");
    await writeRecords(pool, { folder }, 1);
    const place = recordFolder(folder, job!);
    await writeFile(path.join(place, "stale.txt"), "goes");
    await pool.query(
      "INSERT INTO record_written SELECT id, ended_at FROM job WHERE ended_at IS NOT NULL ON CONFLICT DO NOTHING",
    );
    expect(await writeRecords(pool, { folder })).to.deep.equal({ written: [] });
    await pool.query("UPDATE job SET ended_at = ended_at + interval '1 minute' WHERE id = $1", [job!.id]);
    expect(await writeRecords(pool, { folder })).to.deep.equal({ written: [job!.code] });
    expect(await readdir(place)).to.have.length(4);
    expect((await readdir(folder)).filter((name) => name.endsWith(".part"))).to.deep.equal([]);
    expect(await readdir(folder)).to.include("of-somebody-else.txt");
    expect(await writeRecords(pool, { folder })).to.deep.equal({ written: [] });
  });

  it("is written to every five minutes by a machine that is given one", () => {
    const settings = readEnvironment({ DATABASE_URL: process.env.DATABASE_URL, RECORDS_FOLDER: folder });
    expect(tasksOf(settings).map(({ name, when }) => ({ name, when }))).to.deep.equal([
      { name: "records", when: "*/5 * * * *" },
    ]);
    expect(() => readEnvironment({ DATABASE_URL: process.env.DATABASE_URL, RECORDS_FOLDER: "" })).to.throw(
      "RECORDS_FOLDER",
    );
  });
});
