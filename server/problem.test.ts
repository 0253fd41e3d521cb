import { expect } from "chai";
import { readBytes } from "./problem.ts";

const request = (body: BodyInit, headers: Record<string, string> = {}) =>
  new Request("http://127.0.0.1/api/outline", {
    method: "POST",
    body,
    headers,
    duplex: "half",
  } as RequestInit);

/** A body that comes piece by piece and does not say how long it is. */
const inPieces = (...pieces: string[]) =>
  new ReadableStream({
    start(stream) {
      for (const piece of pieces) stream.enqueue(new TextEncoder().encode(piece));
      stream.close();
    },
  });

describe("a body", () => {
  it("is read whole, whether or not it says how long it is", async () => {
    const words = ["one ", "twenty-two ", "three hundred and thirty-three"];
    const whole = words.join("");
    for (const asked of [
      request(inPieces(...words)),
      request(inPieces(...words), { "content-length": String(whole.length) }),
      request(inPieces(...words), { "content-length": "5" }),
      request(inPieces(...words), { "content-length": "5000" }),
    ]) {
      const read = await readBytes(asked, 10_000);
      if ("answer" in read) throw new Error("It was refused.");
      expect(new TextDecoder().decode(read.bytes)).to.equal(whole);
      // It is handed to a thread with its memory: nothing else may lie in that.
      expect(read.bytes.buffer.byteLength).to.equal(read.bytes.byteLength);
    }
    const empty = await readBytes(new Request("http://127.0.0.1/", { method: "POST" }), 10);
    expect(empty).to.have.nested.property("bytes.length", 0);
  });

  it("is refused where it is too long, also where it says that it is not", async () => {
    for (const asked of [
      request(inPieces("12345", "67890", "1")),
      request(inPieces("12345", "67890", "1"), { "content-length": "3" }),
      request("1", { "content-length": "11" }),
    ]) {
      const read = await readBytes(asked, 10);
      expect(read).to.have.nested.property("answer.status", 413);
    }
  });
});
