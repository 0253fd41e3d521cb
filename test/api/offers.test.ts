import { expect } from "chai";
import type pg from "pg";
import type { Scene } from "../../core/device/scene.ts";
import type { OfferAddress } from "../../src/pages/api/jobs/[code]/offer.ts";
import * as moves from "../../src/pages/api/jobs/[code]/moves.ts";
import * as offers from "../../src/pages/api/jobs/[code]/offer.ts";
import { GET as quotationPdf } from "../../src/pages/api/jobs/[code]/quotation.pdf.ts";
import { POST as answers } from "../../src/pages/c/offer/[token]/answer.ts";
import { kindTruth } from "../../core/twin/truth.ts";
import { priceOf, routeOptions } from "../../core/route/route-options.ts";
import { findQuoteTerms } from "../../server/store/shop.ts";
import { appendMoves, findJob, sceneOf } from "../../server/store/jobs.ts";
import { languageOfLink } from "../../server/store/certificate-links.ts";
import { openOffer, standingOffer } from "../../server/store/offers.ts";
import { keepTicket } from "../../server/store/tickets.ts";
import { asksFor, familyNamed, workedTo } from "../bench-hand.ts";
import { demoDatabase } from "../fresh-database.ts";
import { keepWorked, sent } from "./at-bench.ts";
import { ask, call, expectFault } from "./ask.ts";
import { pdfText } from "../pdf-text.ts";

describe("a quotation that its customer answers by a link", () => {
  let pool: pg.Pool;
  const inDays = (days: number) => new Date(Date.now() + days * 86_400_000).toISOString().slice(0, 10);
  const offer = {
    route: "layer",
    currency: "EUR",
    priceMinor: 17500,
    worstMinor: 31900,
    successPct: 82,
    validUntil: inDays(30),
    quoted: null,
  };
  const make = (code: string, more: object = {}, who = "tove") =>
    ask(offers.POST, { params: { code }, body: { who, offer: { ...offer, ...more } } });
  const tokenOf = ({ address }: OfferAddress) => address.split("/").at(-1)!;
  const answer = (token: string, said: string) =>
    call(answers, {
      params: { token },
      raw: `answer=${said}`,
      headers: { "content-type": "application/x-www-form-urlencoded" },
    });
  const agreementsOf = async (code: string) =>
    sceneOf((await findJob(pool, code))!, Date.now()).state.intake.agreements;
  const standing = async (token: string) => (await openOffer(pool, token))?.standing;
  const atAgreement = async (code: string) => {
    const worked = workedTo(familyNamed("TK-5"), "layer", asksFor("agreed"), { endMs: Date.now() });
    await keepWorked(pool, code, worked);
    return code;
  };

  before(async () => {
    ({ pool } = await demoDatabase());
  });

  it("is noted in the job once, in the customer's name; a second press and a second window change nothing", async () => {
    const code = await atAgreement("GW-9861");
    await keepTicket(pool, code, { customer: "MV Little Heron", serial: "TK5-1", language: "es" });
    const made = await make(code);
    expect(made.status).to.equal(201);
    const token = tokenOf(made.body as OfferAddress);
    expect(token).to.match(/^[\w-]{24}$/);
    expect(await languageOfLink(pool, token)).to.equal("es");
    expect(await standing(token)).to.equal("open");
    expect((await ask(offers.GET, { params: { code } })).body).to.deep.include({
      priceMinor: 17500,
      openings: 1,
    });
    const pressed = await Promise.all([answer(token, "yes"), answer(token, "no"), answer(token, "yes")]);
    expect(pressed.map(({ status }) => status)).to.deep.equal([303, 303, 303]);
    expect(pressed[0]!.headers.get("location")).to.equal(`/c/offer/${token}`);
    const agreements = await agreementsOf(code);
    expect(agreements).to.have.length(1);
    expect(agreements[0]).to.deep.include({ priceMinor: 17500, route: "layer", by: "link", who: "tove" });
    expect(await standing(token)).to.equal(agreements[0]!.answer);
    expect((await ask(offers.GET, { params: { code } })).body).to.equal(null);
    // Taken back by somebody here it is not said to stand.
    const event = (await findJob(pool, code))!.moves.at(-1)!.id;
    expect((await appendMoves(pool, code, [sent("taken-back", { event })])).kind).to.equal("kept");
    expect(await standing(token)).to.equal("out of date");
  });

  it("is withdrawn by a new one, out of date once answered at the desk, and over at the end of its day", async () => {
    const code = await atAgreement("GW-9862");
    const first = tokenOf((await make(code)).body as OfferAddress);
    const second = tokenOf((await make(code, { priceMinor: 19000 })).body as OfferAddress);
    expect(await standing(first)).to.equal("withdrawn");
    expect((await answer(first, "yes")).status).to.equal(303);
    expect(await agreementsOf(code)).to.have.length(0);
    await pool.query("UPDATE offer SET expires_at = now() WHERE token = $1", [second]);
    expect(await standing(second)).to.equal("expired");
    await answer(second, "yes");
    expect(await agreementsOf(code)).to.have.length(0);
    const third = tokenOf((await make(code)).body as OfferAddress);
    const told = await appendMoves(pool, code, [sent("agreed", { ...offer, answer: "yes", by: "desk" })]);
    expect(told.kind).to.equal("kept");
    expect(await standing(third)).to.equal("out of date");
    await answer(third, "no");
    expect((await agreementsOf(code)).map((one) => one.answer)).to.deep.equal(["yes"]);
    expect(await standingOffer(pool, (await findJob(pool, code))!)).to.equal(null);
  });

  it("is not made up: nobody at the bench says that the link was used; what cannot be asked is refused", async () => {
    const code = await atAgreement("GW-9863");
    const forged = await appendMoves(pool, code, [sent("agreed", { ...offer, answer: "yes", by: "link" })]);
    expect(forged).to.deep.include({ kind: "refused", fault: { id: "fault.not-by-the-link" } });
    expectFault(await make(code, { validUntil: inDays(-2) }), 422, "offer.validUntil");
    expectFault(await make(code, { priceMinor: -1 }), 422, "offer.priceMinor");
    expect((await make(code, {}, "nobody")).status).to.equal(401);
    expect((await make(code, { route: "film" })).status).to.equal(409);
    expect((await make("GW-9999")).status).to.equal(404);
    const token = tokenOf((await make(code)).body as OfferAddress);
    expect((await answer(token, "perhaps")).status).to.equal(422);
    expect((await answer(token, `yes&more=${"x".repeat(200)}`)).status).to.equal(422);
    expect((await answer("x".repeat(24), "yes")).status).to.equal(404);
    await call(offers.DELETE, { params: { code } });
    expect(await standing(token)).to.equal("withdrawn");
    expect(await agreementsOf(code)).to.have.length(0);
  });

  it("is changed by the desk or a lead, not at the bench, where a first answer is noted as well", async () => {
    const code = await atAgreement("GW-9955");
    const note = (role: "technician" | "desk" | "lead", who: string, kind: string, data: object) =>
      ask(moves.POST, { params: { code }, body: [sent(kind, data, { who })], as: { role, who } });
    const yes = { ...offer, answer: "yes", by: "desk" };
    const dearer = { ...yes, priceMinor: 19000 };
    expect((await note("technician", "noor", "agreed", yes)).status).to.equal(201);
    // The same again is no change; another sum or another route is.
    expect((await note("technician", "noor", "agreed", yes)).status).to.equal(201);
    for (const changed of [dearer, { ...yes, route: "assembly" }, { ...yes, currency: "CHF" }]) {
      const refused = await note("technician", "noor", "agreed", changed);
      expect(refused.status).to.equal(409);
      expect(JSON.stringify(refused.body)).to.include("for the desk or a lead");
    }
    expect((await note("desk", "odile", "agreed", dearer)).status).to.equal(201);
    // What the desk noted is not taken back at the bench, and then noted as if it were the first.
    const event = (await findJob(pool, code))!.moves.at(-1)!.id;
    const undone = await note("technician", "noor", "taken-back", { event });
    expect(JSON.stringify(undone.body)).to.include("for the desk or a lead");
    expect((await note("lead", "imre", "taken-back", { event })).status).to.equal(201);
    expect((await agreementsOf(code)).map(({ priceMinor }) => priceMinor)).to.deep.equal([17500, 17500]);
  });

  it("is asked anew after a loss, with what it costs then; the paper says that it is offered", async () => {
    const code = "GW-9864";
    const askedAgain = (scene: Scene) => scene.state.intake.broke.length > 0 && asksFor("agreed")(scene);
    const family = familyNamed("TK-5");
    const truth = { ...kindTruth, diesIn: "lift" as const };
    await keepWorked(pool, code, workedTo(family, "layer", askedAgain, { endMs: Date.now(), truth }));
    expect((await make(code)).status).to.equal(409);
    const prices = { assembly: priceOf(family, "assembly")! };
    const quoted = routeOptions(["assembly"], prices, {}, await findQuoteTerms(pool), null);
    const made = await make(code, { route: "assembly", priceMinor: 31900, quoted });
    expect(made.status).to.equal(201);
    const paper = await call(quotationPdf, { params: { code } });
    const said = await pdfText(new Uint8Array(await paper.arrayBuffer()));
    expect(said).to.include("What is offered").and.to.include("319");
    await answer(tokenOf(made.body as OfferAddress), "no");
    expect((await agreementsOf(code)).at(-1)).to.include({ answer: "no", by: "link", route: "assembly" });
  });
});
