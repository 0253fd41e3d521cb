import { expect } from "chai";
import { mkdir, mkdtemp, readdir, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import path from "node:path";
import { backUpInto, backupName, backupsToDrop } from "../../scripts/backup-task.ts";
import { restore } from "../../scripts/database-copy.ts";
import { tasksOf } from "../../scripts/tasks.ts";
import { databaseIn } from "../../scripts/postgres.ts";
import { connect } from "../../server/db/pool.ts";
import { readEnvironment } from "../../server/environment.ts";
import { openQueue, type Queue, type Task } from "../../server/queue/queue.ts";
import { isBackupDue, lastBackup, setBackupSchedule } from "../../server/store/backups.ts";
import * as schedule from "../../src/pages/api/shop/backup.ts";
import { ask, expectFault } from "./ask.ts";
import { closeAfterwards, freshDatabase } from "../fresh-database.ts";

async function finished(queue: Queue, name: string, id: string) {
  for (let n = 0; n < 500; n += 1) {
    const stands = await queue.stateOf(name, id);
    if (stands?.state === "completed") return stands;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error(`${name} does not come to an end`);
}

describe("the queue that is kept", () => {
  let url: string;
  let pool: Awaited<ReturnType<typeof freshDatabase>>["pool"];
  const open: Queue[] = [];
  const opened = async (tasks: Task[], lookS = 0.5) => {
    const queue = await openQueue(url, tasks, { lookS });
    open.push(queue);
    return queue;
  };
  const task = (run: Task["run"], more: Partial<Task> = {}): Task => ({
    name: "counting",
    retries: 3,
    retryS: 1,
    expiresMin: 5,
    when: null,
    run,
    ...more,
  });

  /** A task that fails the first time that it is done, and how often it was. */
  const failingOnce = () => {
    const done = { tries: 0 };
    const failing = task(() => {
      done.tries += 1;
      return done.tries < 2 ? Promise.reject(new Error("The disk is full")) : Promise.resolve({ ...done });
    });
    return { failing, done };
  };

  beforeEach(async () => {
    ({ url, pool } = await freshDatabase());
  });
  afterEach(async () => {
    await Promise.all(open.splice(0).map((queue) => queue.close()));
  });

  it("gives a task to one of two that would do it, and keeps what came of it", async () => {
    const done: string[] = [];
    const by = (who: string) =>
      task(() => {
        done.push(who);
        return Promise.resolve({ who });
      });
    const [first] = await Promise.all([opened([by("first")]), opened([by("second")])]);
    const id = (await first.ask("counting"))!;
    const { output } = await finished(first, "counting", id);
    await new Promise((resolve) => setTimeout(resolve, 1_200));
    expect(done).to.have.length(1);
    expect(output).to.deep.equal({ who: done[0] });
  });

  it("does again what failed, and outlives whoever asked", async () => {
    const { failing } = failingOnce();
    const asker = await openQueue(url, [failing], { lookS: 60 });
    const id = (await asker.ask("counting"))!;
    await asker.close();
    const other = await opened([failing]);
    const { output, retries } = await finished(other, "counting", id);
    expect(output).to.deep.equal({ tries: 2 });
    expect(retries).to.equal(1);
  });

  it("is closed in the middle of taking a task, and another does it at once", async () => {
    const { failing, done } = failingOnce();
    const first = await openQueue(url, [failing], { lookS: 0.5 });
    const held = await pool.connect();
    await held.query("BEGIN");
    await held.query("LOCK TABLE queue.job IN EXCLUSIVE MODE");
    const { rows } = await held.query<{ id: string }>(
      `INSERT INTO queue.job (name, policy, retry_limit, retry_delay, retry_backoff)
       VALUES ('counting', 'stately', 3, 1, true) RETURNING id`,
    );
    await new Promise((resolve) => setTimeout(resolve, 800));
    const closed = first.close();
    await new Promise((resolve) => setTimeout(resolve, 200));
    await held.query("COMMIT");
    held.release();
    await closed;
    expect(done.tries).to.equal(1);
    const { output } = await finished(await opened([failing]), "counting", rows[0]!.id);
    expect(output).to.deep.equal({ tries: 2 });
  });

  it("asks for nothing twice that still waits", async () => {
    const queue = await opened([task(() => Promise.resolve({}))], 60);
    const asked = [await queue.ask("counting"), await queue.ask("counting"), await queue.ask("counting")];
    // What waits may have been taken at once by the first look.
    expect(asked.filter((id) => id !== null).length).to.be.within(1, 2);
  });

  it("is done by itself at its times by this machine's clock, and no longer once it is not", async () => {
    const schedules = async () =>
      (await pool.query<{ cron: string; timezone: string }>("SELECT cron, timezone FROM queue.schedule"))
        .rows;
    await opened([task(() => Promise.resolve({}), { when: "30 2 * * *" })]);
    const { timeZone } = Intl.DateTimeFormat().resolvedOptions();
    expect(await schedules()).to.deep.equal([{ cron: "30 2 * * *", timezone: timeZone }]);
    await opened([task(() => Promise.resolve({}))]);
    expect(await schedules()).to.deep.equal([]);
  });

  it("makes the backup of the day, tells the shop, keeps the newest, and is no part of it", async () => {
    const folder = await mkdtemp(path.join(tmpdir(), "half-lift-daily-"));
    try {
      for (const name of ["half-lift-2026-11-01T023000", "half-lift-2026-11-02T023000", "photos"])
        await mkdir(path.join(folder, name));
      const settings = readEnvironment({ DATABASE_URL: url, BACKUP_FOLDER: folder });
      await setBackupSchedule(pool, { at: "02:30", keep: 2 });
      const queue = await opened(tasksOf(settings));
      const id = (await queue.ask("backup"))!;
      await finished(queue, "backup", id);
      const names = (await readdir(folder)).sort();
      expect(names).to.have.length(3);
      expect(names).to.include.members(["half-lift-2026-11-02T023000", "photos"]);
      const last = (await lastBackup(pool))!;
      expect(names).to.include(path.basename(last.folder));
      expect(Date.now() - Date.parse(last.madeAt)).to.be.below(60_000);
      // There is one of today: none is made until the next is due.
      const again = (await queue.ask("backup"))!;
      expect((await finished(queue, "backup", again)).output).to.deep.equal({ notBefore: "02:30" });
      expect((await readdir(folder)).sort()).to.deep.equal(names);
      const copy = await databaseIn((await freshDatabase()).url, "copy_of_the_day");
      await restore(copy, last.folder);
      const restored = connect(copy);
      closeAfterwards(restored);
      const queues = await restored.query("SELECT 1 WHERE to_regnamespace('queue') IS NOT NULL");
      expect(queues.rows).to.have.length(0);
    } finally {
      await rm(folder, { recursive: true, force: true });
    }
  });

  it("is due once the time of day has passed since the last, also where the machine was off then", () => {
    const at = (text: string) => new Date(`2026-11-${text}`);
    const due = (last: string | null, now: string) =>
      isBackupDue({ at: "02:30" }, last === null ? null : at(last).toISOString(), at(now));
    expect(due(null, "10T09:00:00")).to.equal(true);
    expect(due("10T02:31:00", "10T09:00:00")).to.equal(false);
    expect(due("10T02:31:00", "11T02:29:59")).to.equal(false);
    expect(due("10T02:31:00", "11T02:30:00")).to.equal(true);
    expect(due("09T02:31:00", "11T01:00:00")).to.equal(true);
  });

  it("refuses a time that is none, and makes none where no folder is said", async () => {
    for (const [field, body] of [
      ["at", { at: "24:00", keep: 2 }],
      ["at", { at: "2:30", keep: 2 }],
      ["keep", { at: "02:30", keep: 0 }],
      ["keep", { at: "02:30", keep: 1.5 }],
    ] as const)
      expectFault(await ask(schedule.PUT, { body }), 422, field);
    const read = (more: Record<string, string>) => readEnvironment({ DATABASE_URL: url, ...more });
    expect(tasksOf(read({}))).to.deep.equal([]);
    expect(tasksOf(read({ BACKUP_FOLDER: "/backups" }))[0]!.name).to.equal("backup");
  });

  it("leaves a folder alone where a backup cannot be made", async () => {
    const folder = await mkdtemp(path.join(tmpdir(), "half-lift-daily-"));
    const names = ["half-lift-2026-11-01T023000", "half-lift-2026-11-02T023000"];
    for (const name of names) await mkdir(path.join(folder, name));
    const gone = { DATABASE_URL: url.replace(/:(\d+)\//, ":1/"), BACKUP_FOLDER: folder };
    const error = await backUpInto(gone, new Date()).catch((thrown: unknown) => thrown);
    expect(error).to.be.instanceOf(Error);
    expect((await readdir(folder)).sort()).to.deep.equal(names);
    await rm(folder, { recursive: true });
  });

  it("lets the oldest go by their names, and beginnings that a day has passed over", () => {
    const now = new Date("2026-11-28T02:30:00Z");
    expect(backupName(now)).to.equal("half-lift-2026-11-28T023000.tar");
    const names = [
      "half-lift-2026-11-26T023000",
      "half-lift-2026-11-28T023000.tar",
      "half-lift-2026-11-27T023000.tar",
      "half-lift-2026-11-20T023000.tar.part",
      "half-lift-2026-11-28T022900.part",
      "half-lift",
      "notes.txt",
    ];
    expect(backupsToDrop(names, 2, now)).to.deep.equal([
      "half-lift-2026-11-20T023000.tar.part",
      "half-lift-2026-11-26T023000",
    ]);
    expect(backupsToDrop(names, 9, now)).to.deep.equal(["half-lift-2026-11-20T023000.tar.part"]);
  });
});
