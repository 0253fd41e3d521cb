import { expect } from "chai";
import { BenchHand } from "../../../test/bench-hand.ts";
import { addToOutbox, readOutbox, removeFromOutbox } from "./outbox.ts";

describe("the outbox", () => {
  const store = new Map<string, string>();
  before(() => {
    Object.assign(globalThis, {
      localStorage: {
        getItem: (key: string) => store.get(key) ?? null,
        setItem: (key: string, value: string) => store.set(key, value),
        removeItem: (key: string) => store.delete(key),
      },
    });
  });
  after(() => Reflect.deleteProperty(globalThis, "localStorage"));
  beforeEach(() => store.clear());

  const hand = new BenchHand("TK-5", "layer");
  const [first, second] = [1, 2].map((n) =>
    hand.event({ stage: "intake", kind: "note-written", data: { text: `note ${n}` } }),
  ) as [ReturnType<typeof hand.event>, ReturnType<typeof hand.event>];

  it("keeps events in order until each is answered for", () => {
    addToOutbox("GW-1", first);
    addToOutbox("GW-1", second);
    expect(readOutbox("GW-1")).to.deep.equal([first, second]);
    removeFromOutbox("GW-1", first.id);
    expect(readOutbox("GW-1")).to.deep.equal([second]);
    removeFromOutbox("GW-1", second.id);
    expect(store.size).to.equal(0);
  });

  it("keeps jobs apart, and a removal that comes twice harms nothing", () => {
    addToOutbox("GW-1", first);
    addToOutbox("GW-2", second);
    removeFromOutbox("GW-1", second.id);
    expect(readOutbox("GW-1")).to.deep.equal([first]);
    expect(readOutbox("GW-2")).to.deep.equal([second]);
  });

  it("is empty where the storage holds nonsense", () => {
    store.set("half-lift outbox GW-1", "{oops");
    expect(readOutbox("GW-1")).to.deep.equal([]);
  });
});
