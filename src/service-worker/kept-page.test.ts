import { expect } from "chai";
import { isOwnPage, stamped } from "./kept-page.ts";

describe("a page that is kept", () => {
  it("is one of the workshop's own: none for programs, panels or customers", () => {
    for (const own of [
      "/",
      "/jobs/GW-1",
      "/jobs/GW-1?open=note",
      "/families/TK-5/edit",
      "/lots",
      "/peoples",
      "/clean",
    ]) {
      expect(isOwnPage.test(own), own).to.equal(true);
    }
    for (const other of [
      "/api/bench",
      "/p",
      "/p/ABCD",
      "/p?code=A",
      "/people",
      "/customers",
      "/records?by=person",
      "/sign-in?next=%2F",
      "/join",
      "/c/token",
      "/c/token/certificate.pdf",
      "/healthz",
      "/sign.svg",
    ]) {
      expect(isOwnPage.test(other), other).to.equal(false);
    }
  });

  it("says from when it is", async () => {
    const date = "Sat, 28 Nov 2026 03:50:00 GMT";
    const page = new Response('<!doctype html><html lang="en"><head></head></html>', {
      headers: { date, "content-type": "text/html" },
    });
    const shown = await stamped(page);
    expect(await shown.text()).to.include(`<html data-kept="${date}" lang="en">`);
    expect(shown.headers.get("content-type")).to.equal("text/html");
  });
});
