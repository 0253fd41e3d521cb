import { expect } from "chai";
import type pg from "pg";
import { asAsker, mayAskOnceMore, nobodyAt, whoAsks } from "../../server/access/asker.ts";
import { totpOf } from "../../server/access/sign-in.ts";
import type { SignInPlace } from "../../server/access/sign-in-place.ts";
import { issuedCertificate } from "../../server/certificates/issue.ts";
import { appendMoves, type SentMove } from "../../server/store/jobs.ts";
import { firstOwnerCode, type People } from "../../server/store/people.ts";
import { DEMO_TOTP } from "../../demo/people.ts";
import { PUT as setAccess } from "../../src/pages/api/access.ts";
import { GET as trail } from "../../src/pages/api/audit.ts";
import { GET as openCode, POST as useCode } from "../../src/pages/api/join.ts";
import { POST as postMoves } from "../../src/pages/api/jobs/[code]/moves.ts";
import { POST as postReading } from "../../src/pages/api/jobs/[code]/readings.ts";
import { POST as postMachine } from "../../src/pages/api/machines/index.ts";
import { DELETE as revokeMachine } from "../../src/pages/api/machines/[id].ts";
import { PUT as changePerson } from "../../src/pages/api/people/[key]/index.ts";
import { DELETE as voidBadge, POST as makeBadge } from "../../src/pages/api/people/[key]/badge.ts";
import { GET as listPeople, POST as addPerson } from "../../src/pages/api/people/index.ts";
import { DELETE as signOut, GET as place, POST as signIn } from "../../src/pages/api/sign-in.ts";
import { DELETE as revokeTablet } from "../../src/pages/api/tablets/[id].ts";
import { POST as enrol } from "../../src/pages/api/tablets/index.ts";
import { eventStream } from "../../server/event-stream.ts";
import { demoDatabase, freshDatabase } from "../fresh-database.ts";
import { ask, call, expectFault } from "./ask.ts";
import { sent } from "./at-bench.ts";
import { isLong } from "../long.ts";

const ADDRESS = "10.1.0.1";
const nobody = { role: "anybody", who: null } as const;

describe("who may come in", () => {
  let pool: pg.Pool;
  before(async () => {
    ({ pool } = await demoDatabase());
  });

  const cookiesOf = (answer: Response): string =>
    answer.headers
      .getSetCookie()
      .map((one) => one.split(";")[0])
      .join("; ");
  const asking = (cookie: string, address = ADDRESS) => whoAsks(pool, new Headers({ cookie }), address);
  const people = async () => (await ask(listPeople)).body as People;

  /** A tablet that is enrolled as an owner and whoever holds it do it: its cookie. */
  async function enrolled(name: string): Promise<string> {
    const { code } = (await ask(enrol, { body: { name } })).body as { code: string };
    const joined = await call(useCode, { body: { code }, as: nobody });
    expect(joined.status).to.equal(201);
    return cookiesOf(joined);
  }

  /** Comes in at a tablet, as its browser would. */
  const comeIn = async (tablet: string, who: string, digits: string) =>
    call(signIn, { body: { who, digits }, as: await asking(tablet) });

  it("is a technician by digits, at an enrolled tablet and nowhere else", async () => {
    const elsewhere = await call(signIn, { body: { who: "saskia", digits: "1414" }, as: nobody });
    expect(elsewhere.status).to.equal(401);
    const tablet = await enrolled("Bench 1");
    expect(await asking(tablet)).to.deep.include({ role: "tablet", who: null });
    expect((await comeIn(tablet, "saskia", "1415")).status).to.equal(401);
    const opened = await comeIn(tablet, "saskia", "1414");
    expect(opened.status).to.equal(200);
    const hidden = opened.headers.getSetCookie()[0]!;
    expect(hidden)
      .to.match(/^session=[\w-]{43};/)
      .and.to.include("HttpOnly")
      .and.to.include("SameSite=Lax");
    const cookies = cookiesOf(opened);
    expect(await asking(`${tablet}; ${cookies}`)).to.deep.include({ role: "technician", who: "saskia" });
    // The session is that tablet's: without it, or at another, it is nobody's.
    expect(await asking(cookies)).to.deep.include({ role: "anybody", who: null });
    expect(await asking(`${await enrolled("Bench 2")}; ${cookies}`)).to.deep.include({ role: "tablet" });
  });

  it("keeps no secret as it is", async () => {
    const tablet = await enrolled("Bench 3");
    const secrets = [tablet, cookiesOf(await comeIn(tablet, "noor", "6626"))].map(
      (cookie) => /=([\w-]{43})/.exec(cookie)![1]!,
    );
    const { rows } = await pool.query<{ all: string }>(
      `SELECT (SELECT json_agg(session) FROM session)::text || (SELECT json_agg(tablet) FROM tablet)::text
         || (SELECT json_agg(technician) FROM technician)::text AS all`,
    );
    for (const secret of secrets) expect(rows[0]!.all).not.to.include(secret);
    expect(rows[0]!.all).not.to.include("6626").and.not.to.include("gulls over the wharf");
    expect(rows[0]!.all).to.include("$argon2id$v=19$m=19456,t=2,p=1$");
  });

  it("is an owner by a passphrase with the authenticator's digits, which are taken once; by digits at a tablet a lead", async () => {
    const passphrase = "gulls over the wharf";
    const totp = totpOf(DEMO_TOTP).generate();
    const inBy = (body: object) => call(signIn, { body: { name: "Tove", ...body }, as: nobody });
    const alone = await inBy({ passphrase });
    expect([alone.status, (await alone.json()) as object]).to.deep.include(401);
    expect((await inBy({ passphrase: "gulls over a wharf", totp })).status).to.equal(401);
    const opened = await inBy({ passphrase, totp });
    expect(opened.status).to.equal(200);
    expect(await asking(cookiesOf(opened))).to.deep.include({ role: "owner", who: "tove" });
    expect((await inBy({ passphrase, totp })).status).to.equal(401);
    const tablet = await enrolled("Bench 4");
    const atBench = cookiesOf(await comeIn(tablet, "tove", "2718"));
    expect((await asking(`${tablet}; ${atBench}`)).role).to.equal("lead");
    // A technician has no passphrase, whatever is typed.
    expect((await inBy({ name: "Saskia", passphrase: "1414" })).status).to.equal(401);
  });

  it("shows names to enrolled tablets only, and proofs in the demo only", async () => {
    const tablet = await enrolled("Bench 5");
    const there = (await ask(place, { as: await asking(tablet) })).body as SignInPlace;
    expect(there.names.map(({ key }) => key))
      .to.include("saskia")
      .and.not.to.include("odile");
    expect(there.demo!.length).to.be.above(5);
    await pool.query("UPDATE access_setting SET demo = NULL");
    try {
      const open = (await ask(place, { as: nobody })).body as SignInPlace;
      expect(open).to.deep.include({ names: [], demo: null });
      expect((await call(signIn, { body: { who: "tove", demo: true }, as: nobody })).status).to.equal(403);
    } finally {
      await pool.query("UPDATE access_setting SET demo = $1", [JSON.stringify(there.demo)]);
    }
  });

  it("slows down after five wrong tries, for that person from that place and for nobody else; many at once count as well", async () => {
    const [slow, other] = [await enrolled("Bench 6"), await enrolled("Bench 7")];
    const tries = await Promise.all(Array.from({ length: 20 }, () => comeIn(slow, "bram", "8315")));
    expect(tries.filter(({ status }) => status === 401)).to.have.length(5);
    const late = tries.find(({ status }) => status === 429)!;
    expect(Number(late.headers.get("retry-after"))).to.be.within(1, 300);
    // The right digits wait there too; elsewhere, and for others there, they do not.
    expect((await comeIn(slow, "bram", "8314")).status).to.equal(429);
    expect((await comeIn(other, "bram", "8314")).status).to.equal(200);
    expect((await comeIn(slow, "noor", "6626")).status).to.equal(200);
  });

  it("signs nobody in by thousands of guesses from a hundred addresses, and locks nobody out by them", async () => {
    const many = isLong ? 10_000 : 600;
    const statuses = new Set<number>();
    for (let n = 0; n < many; n += 50) {
      const batch = Array.from({ length: 50 }, (_, k) => {
        const address = `10.9.0.${(n + k) % 100}`;
        return k % 2 === 0
          ? call(signIn, {
              body: { name: "Odile", passphrase: `tide table ${n + k}` },
              as: nobodyAt(address),
            })
          : call(openCode, { search: `?code=AAAAA-${10_000 + n + k}`, as: nobodyAt(address) });
      });
      for (const { status } of await Promise.all(batch)) statuses.add(status);
    }
    expect([...statuses].sort()).to.deep.equal([401, 404, 429]);
    const odile = { name: "Odile", passphrase: "tide table on the wall" };
    const fromMs = performance.now();
    expect((await call(signIn, { body: odile, as: nobody })).status).to.equal(200);
    // On a machine that does little else; a starved one takes as long as it does.
    expect(performance.now() - fromMs).to.be.below(3_000);
    const { code } = (await ask(enrol, { body: { name: "Bench 8" } })).body as { code: string };
    expect((await call(openCode, { search: `?code=${code}`, as: nobody })).status).to.equal(200);
  });

  it("asks a tablet again after a while without a press, and everybody after half a day", async () => {
    const tablet = await enrolled("Bench 9");
    const cookies = `${tablet}; ${cookiesOf(await comeIn(tablet, "noor", "6626"))}`;
    const session = (await asking(cookies)).session!;
    const age = (column: string, minutes: number) =>
      pool.query(`UPDATE session SET ${column} = ${column} - make_interval(mins => $2) WHERE id = $1`, [
        session,
        minutes,
      ]);
    await age("seen_at", 9);
    expect((await asking(cookies)).who).to.equal("noor");
    await age("seen_at", 2);
    expect(await asking(cookies)).to.deep.include({ role: "tablet", who: null, away: "noor" });
    expect((await ask(setAccess, { body: { idleMin: 60 } })).status).to.equal(200);
    expect((await asking(cookies)).who).to.equal("noor");
    expectFault(await ask(setAccess, { body: { idleMin: 0 } }), 422, "idleMin");
    await ask(setAccess, { body: { idleMin: 10 } });
    await pool.query("UPDATE session SET seen_at = now() WHERE id = $1", [session]);
    await age("made_at", 12 * 60 + 1);
    expect(await asking(cookies)).to.deep.include({ role: "tablet", away: null });
  });

  it("leaves in one press, there alone; who comes in after somebody ends their session", async () => {
    const tablet = await enrolled("Bench 10");
    const first = `${tablet}; ${cookiesOf(await comeIn(tablet, "noor", "6626"))}`;
    const asNoor = await asking(first);
    const second = await call(signIn, { body: { who: "saskia", digits: "1414" }, as: asNoor });
    expect((await asking(first)).who).to.equal(null);
    const both = `${tablet}; ${cookiesOf(second)}`;
    expect((await asking(both)).who).to.equal("saskia");
    const left = await call(signOut, { as: await asking(both) });
    expect(left.headers.getSetCookie()[0]).to.include("session=; Path=/; Max-Age=0");
    expect((await asking(both)).who).to.equal(null);
  });

  it("shuts a stolen tablet out in one press: nothing it has takes anything, and what was kept before stays", async () => {
    const tablet = await enrolled("Bench 11");
    const cookies = `${tablet}; ${cookiesOf(await comeIn(tablet, "imre", "5772"))}`;
    const params = { code: "GW-1152" };
    const note = sent("noted", { text: "Before it was stolen" }, { who: "imre" });
    expect((await call(postMoves, { params, body: [note], as: await asking(cookies) })).status).to.equal(201);
    const { id } = (await people()).tablets.find(({ name }) => name === "Bench 11")!;
    expect((await call(revokeTablet, { params: { id } })).status).to.equal(204);
    expect(await asking(cookies)).to.deep.include({ role: "anybody", who: null, tablet: null });
    expect((await people()).tablets.some(({ name }) => name === "Bench 11")).to.equal(false);
    const kept = await pool.query("SELECT FROM move WHERE id = $1", [note.id]);
    expect(kept.rowCount).to.equal(1);
    // Nobody comes in at it any more, by whatever digits.
    expect((await comeIn(tablet, "imre", "5772")).status).to.equal(401);
  });

  it("hangs up on whoever is shut out while they listen", async () => {
    const tablet = await enrolled("Bench 13");
    const by = await asking(`${tablet}; ${cookiesOf(await comeIn(tablet, "noor", "6626"))}`);
    let hasEnded = false;
    const stream = asAsker(by, () =>
      eventStream(new Request("http://bench.test/"), () => () => void (hasEnded = true), 30),
    );
    const heard = stream.text();
    await new Promise((resolve) => setTimeout(resolve, 200));
    expect(hasEnded).to.equal(false);
    const { id } = (await people()).tablets.find(({ name }) => name === "Bench 13")!;
    await call(revokeTablet, { params: { id } });
    expect(await heard).to.include(": still here");
    expect(hasEnded).to.equal(true);
  });

  it("takes an entry from its author only, and says who has to come back", async () => {
    const params = { code: "GW-1152" };
    const body = [sent("noted", { text: "By Noor" }, { who: "noor" })];
    const byAnother = await ask(postMoves, { params, body, as: { role: "technician", who: "saskia" } });
    expect(byAnother).to.deep.include({ status: 401 });
    expect(byAnother.body.signIn).to.deep.equal({ who: "noor", sign: false });
    const byHer = await ask(postMoves, { params, body, as: { role: "technician", who: "noor" } });
    expect(byHer.status).to.equal(201);
  });

  it("takes a signature by a proof that is fresh and of its own; what a lead answers for a technician does not sign", async () => {
    const tablet = await enrolled("Bench 12");
    const params = { code: "GW-1152" };
    const reason = { reason: "The shelf was counted by hand today" };
    const small = () => sent("signed-for", { fact: { is: "liners-counted" }, ...reason }, { who: "noor" });
    const large = () =>
      sent("signed-for", { fact: { is: "lot-on-shelf", lot: "X" }, ...reason }, { who: "noor" });
    const come = async () => `${tablet}; ${cookiesOf(await comeIn(tablet, "noor", "6626"))}`;
    let cookies = await come();
    const post = async (move: SentMove) =>
      ask(postMoves, { params, body: [move], as: await asking(cookies) });
    expect((await post(large())).status).to.equal(403);
    const first = small();
    expect((await post(first)).status).to.equal(201);
    // Sent again it is the same one; another wants another proof.
    expect((await post(first)).status).to.equal(200);
    const refused = await post(small());
    expect(refused.status).to.equal(401);
    expect(refused.body.signIn).to.deep.equal({ who: "noor", sign: true });
    cookies = await come();
    await pool.query("UPDATE session SET made_at = now() - interval '61 seconds' WHERE id = $1", [
      (await asking(cookies)).session,
    ]);
    expect((await post(small())).status).to.equal(401);
    const { rows } = await pool.query(
      "SELECT person, proof, move_hash = hash AS bound FROM signature JOIN move ON move.id = move_id WHERE move_id = $1",
      [first.id],
    );
    expect(rows).to.deep.equal([{ person: "noor", proof: "digits", bound: true }]);
  });

  it("lets somebody in by their badge at an enrolled tablet, and signs by it, until a new one is made or it is lost", async () => {
    const make = async (key: string) => ask(makeBadge, { params: { key } });
    const tablet = await enrolled("Bench 13");
    const come = async (badge: string, at = tablet) =>
      call(signIn, { body: { badge }, as: at === "" ? nobody : await asking(at) });
    const first = (await make("bram")).body.badge as string;
    expect(first).to.match(/^BADGE[2-9A-HJ-NP-Z]{26}$/);
    expect((await come(first, "")).status).to.equal(401);
    // A reader may type small letters, and something may stand before it.
    const opened = await come(`77${first.toLowerCase()}`);
    expect(opened.status).to.equal(200);
    const cookies = `${tablet}; ${cookiesOf(opened)}`;
    expect(await asking(cookies)).to.deep.include({ role: "technician", who: "bram" });
    const reason = { reason: "Counted them twice" };
    const signed = sent("signed-for", { fact: { is: "liners-counted" }, ...reason }, { who: "bram" });
    const params = { code: "GW-1152" };
    expect((await ask(postMoves, { params, body: [signed], as: await asking(cookies) })).status).to.equal(
      201,
    );
    const { rows } = await pool.query("SELECT person, proof FROM signature WHERE move_id = $1", [signed.id]);
    expect(rows).to.deep.equal([{ person: "bram", proof: "badge" }]);
    const { rows: kept } = await pool.query<{ all: string }>(
      "SELECT json_agg(technician)::text AS all FROM technician",
    );
    expect(kept[0]!.all).not.to.include(first.slice(5));
    // Who signed elsewhere, or before people signed in, is told apart from who showed here that it was them.
    const elsewhere = { fact: { is: "liners-counted" }, ...reason };
    expect(
      (await appendMoves(pool, "GW-1152", [sent("signed-for", elsewhere, { who: "linus" })])).kind,
    ).to.equal("kept");
    const remarks = (await issuedCertificate(pool, "GW-1152"))!.certificate.remarks.join(" ");
    expect(remarks)
      .to.match(/Signed by .*Linus.* without a proof/)
      .and.not.to.include("Bram");
    // A new one makes it void, and ends what was opened by it.
    const second = (await make("bram")).body.badge as string;
    expect((await asking(cookies)).who).to.equal(null);
    expect((await come(first)).status).to.equal(401);
    expect((await come(second)).status).to.equal(200);
    expect((await call(voidBadge, { params: { key: "bram" } })).status).to.equal(204);
    expect((await come(second)).status).to.equal(401);
    expect((await come("BADGE")).status).to.equal(401);
    // Who does not come in at tablets has none; an owner by one is a lead.
    expect((await make("odile")).status).to.equal(404);
    const owners = (await make("tove")).body.badge as string;
    expect((await asking(`${tablet}; ${cookiesOf(await come(owners))}`)).role).to.equal("lead");
    await call(voidBadge, { params: { key: "tove" } });
  });

  it("lets a machine in by a token of its own until it is taken back", async () => {
    const { code } = (
      await ask(postMachine, { body: { name: "Thermometer bridge", quantities: ["plate", "glue line"] } })
    ).body;
    const by = (token: string) => whoAsks(pool, new Headers({ authorization: `Bearer ${token}` }), ADDRESS);
    expect((await by(code as string)).role).to.equal("machine");
    expect((await by(`${code}x`)).role).to.equal("anybody");
    const as = await by(code as string);
    expect(as.machine).to.deep.include({ name: "Thermometer bridge", quantities: ["plate", "glue line"] });
    const read = (more: object) =>
      ask(postReading, { as, params: { code: "GW-1154" }, body: { who: "tove", value: 71.2, ...more } });
    expect((await read({})).status).to.equal(201);
    const weighed = await read({ quantity: "mass" });
    expect([weighed.status, weighed.body.detail]).to.deep.equal([
      403,
      "Thermometer bridge does not read Adhesive laid: its token is for Plate, Glue line.",
    ]);
    expectFault(await ask(postMachine, { body: { name: "Scale", quantities: [] } }), 422, "quantities");
    expectFault(
      await ask(postMachine, { body: { name: "Scale", quantities: ["weight"] } }),
      422,
      "quantities[0]",
    );
    const times = Array.from({ length: 601 }, () => mayAskOnceMore("a machine", 60_000));
    expect(times.filter(Boolean)).to.have.length(600);
    expect(mayAskOnceMore("a machine", 120_000)).to.equal(true);
    const { id } = (await people()).machines.find(({ name }) => name === "Thermometer bridge")!;
    expect((await call(revokeMachine, { params: { id } })).status).to.equal(204);
    expect((await by(code as string)).role).to.equal("anybody");
  });

  it("lets invited people choose their own proofs once, and anew where an owner says so", async () => {
    const added = (await ask(addPerson, { body: { name: "Wanda", role: "lead" } })).body as { code: string };
    // As people type.
    const typed = added.code.toLowerCase().replace("-", " ");
    const opened = await ask(openCode, { search: `?code=${encodeURIComponent(typed)}`, as: nobody });
    expect(opened.body).to.deep.include({
      kind: "person",
      name: "Wanda",
      wants: { digits: true, passphrase: true, totp: false },
    });
    const use = (body: object) => ask(useCode, { body: { code: added.code, ...body }, as: nobody });
    expectFault(await use({ passphrase: "too short" }), 422, "passphrase");
    for (const passphrase of ["Qwerty 123456", "123456789qwe", "aaaaaaaaaaaaaaaa"])
      expectFault(await use({ passphrase }), 422, "passphrase");
    expectFault(await use({ passphrase: "long enough a phrase", digits: "1234" }), 422, "digits");
    expectFault(await use({ passphrase: "long enough a phrase", digits: "77" }), 422, "digits");
    const chosen = { passphrase: "long enough a phrase", digits: "7391" };
    expect((await use(chosen)).status).to.equal(201);
    expect((await use(chosen)).status).to.equal(404);
    const come = () => call(signIn, { body: { name: "wanda", passphrase: chosen.passphrase }, as: nobody });
    const cookies = cookiesOf(await come());
    expect((await asking(cookies)).role).to.equal("lead");
    // Another role ends what they are signed in by; none at all takes their proofs away.
    const change = (body: object) => ask(changePerson, { params: { key: "wanda" }, body });
    expect((await change({ role: "desk", invites: true })).body.code).to.match(/-/);
    expect((await asking(cookies)).who).to.equal(null);
    expect((await asking(cookiesOf(await come()))).role).to.equal("desk");
    expect((await change({ role: null, invites: false })).status).to.equal(200);
    expect((await come()).status).to.equal(401);
    const last = await ask(changePerson, { params: { key: "tove" }, body: { role: "lead", invites: false } });
    expect(last.status).to.equal(409);
  });

  it("notes who came in, who tried and who did what, and changes none of it", async () => {
    const { body } = await ask(trail, { search: "?find=signed+in" });
    expect(body.length).to.be.above(3);
    const wrong = (await ask(trail, { search: "?find=wrong+proof" })).body as { about: string }[];
    expect(wrong.some(({ about }) => about === "Odile" || about === "bram")).to.equal(true);
    await pool.query("DELETE FROM audit").then(
      () => expect.fail("the trail was changed"),
      (error: Error) => expect(error.message).to.include("append-only"),
    );
  });
});

describe("a shop that begins", () => {
  it("has an owner made by the code that its server prints, once, with an authenticator", async () => {
    const { pool } = await freshDatabase();
    const { join, openInvitation } = await import("../../server/access/join.ts");
    const first = (await firstOwnerCode(pool))!;
    // A server that starts again prints another; the one before is void.
    const code = (await firstOwnerCode(pool))!;
    expect(await openInvitation(pool, first)).to.equal(null);
    const opened = (await openInvitation(pool, code))!;
    expect(opened.wants).to.deep.equal({ digits: true, passphrase: true, totp: true });
    const secret = new URL(opened.totpAddress!).searchParams.get("secret")!;
    // Looked at again, it shows the same.
    expect((await openInvitation(pool, code))!.totpAddress).to.equal(opened.totpAddress);
    const at = nobodyAt(ADDRESS);
    const chosen = { code, name: "Åse Lind", passphrase: "a phrase of some words" };
    const wrong = await join(pool, { ...chosen, totp: "000000" }, at);
    expect(wrong).to.deep.include({ is: "faulty" });
    const totp = totpOf(secret).generate();
    expect(await join(pool, { ...chosen, totp }, at)).to.deep.equal({ is: "person", who: "ase-lind" });
    expect(await firstOwnerCode(pool)).to.equal(null);
  });
});
