import { parseArgs } from "node:util";
import { connect } from "../server/db/pool.ts";
import { ensureBuilt } from "./build.ts";
import { numberOption } from "./number-option.ts";
import { percentile } from "./percentile.ts";
import { accountFor } from "./stress/account.ts";
import { killBrowsers } from "./stress/browsers.ts";
import { databaseGone, outages, serverKilled } from "./stress/outages.ts";
import { Ledger } from "./stress/press.ts";
import { oneJob, oneLot, oneStep, sheets, type Finding } from "./stress/rivals.ts";
import { openWorkshopCluster, openWorkshopIn } from "./workshop.ts";

const HELP = `npm run stress [-- --share 0.1]

Kills the server 100 times, the database 50 times and the browser 50 times, and restarts the
database 50 times, while people press; lets 30 clients want the same job, screw, bottle and
sheet. On a database of its own, which is gone afterwards. Ends with 1 where anything that was
shown as saved is lost, doubled or out of order.

  --share  how much of it, from 0.01 to 1 (default 1)`;

const { values } = parseArgs({
  options: { share: { type: "string", default: "1" }, help: { type: "boolean" } },
});
if (values.help) {
  console.log(HELP);
  process.exit(0);
}
const share = numberOption("share", values.share, 0.01, 1);
const times = (whole: number) => Math.max(1, Math.round(whole * share));

await ensureBuilt();
const cluster = await openWorkshopCluster(Date.now(), { isDurable: true });
const workshop = await openWorkshopIn(cluster.root, "ignore");
const pool = connect(workshop.databaseUrl);
let isRight = true;

const tell = (finding: Finding) => {
  isRight &&= finding.isRight;
  console.log(`${finding.isRight ? "right" : "WRONG"}  ${finding.what}: ${finding.found}`);
};

/** The middle, the 95th of 100 and the longest, s. */
const spread = (taken: readonly number[]): string => {
  const at = (part: number) => (percentile(taken, part)! / 1_000).toFixed(2);
  return `answers again after ${at(0.5)} s (median), ${at(0.95)} s (p95), ${at(1)} s (longest)`;
};

async function suffer(what: string, count: number, outage: () => Promise<number>): Promise<void> {
  const ledger = new Ledger();
  const taken = await outages(ledger, workshop, { times: count, outage });
  const { saved, ...faults } = await accountFor(pool, ledger);
  const { lost, doubled, outOfOrder, strange, broken } = faults;
  const answers = [...ledger.answers].map(([answer, n]) => `${answer}: ${n}`).join(", ");
  tell({
    what: `${count} times ${what}`,
    found: `${saved} saved, ${lost} lost, ${doubled} doubled, ${outOfOrder} out of order, ${strange} that nobody sent, ${broken} broken chains; ${spread(taken)}; answers ${answers}`,
    isRight: Object.values(faults).every((n) => n === 0) && !ledger.answers.has("500"),
  });
}

try {
  const rivals = new Ledger();
  const clients = Math.max(4, times(30));
  tell(await oneJob(rivals, workshop.url, clients));
  tell(await oneStep(rivals, workshop.url, pool, clients));
  tell(await oneLot(rivals, workshop.url, pool, Math.max(10, clients)));
  for (const finding of await sheets(rivals, workshop.url, pool, clients)) tell(finding);
  const { lost, doubled, broken } = await accountFor(pool, rivals);
  tell({
    what: "of these",
    found: `${lost} lost, ${doubled} doubled, ${broken} broken chains`,
    isRight: lost + doubled + broken === 0,
  });
  await suffer("the server killed", times(100), serverKilled(workshop));
  await suffer("the database restarted", times(50), databaseGone(cluster, "in order"));
  await suffer("the database killed", times(50), databaseGone(cluster, "killed"));
  const browsers = await killBrowsers(rivals, workshop, times(50));
  tell({
    what: `${times(50)} browsers killed within 0 to 3 s of a press`,
    found: `${browsers.shown} shown as saved, ${browsers.lost} lost, ${browsers.doubled} doubled`,
    isRight: browsers.lost + browsers.doubled === 0,
  });
} finally {
  await pool.end();
  await workshop.close();
  await cluster.stop();
}
process.exit(isRight ? 0 : 1);
