import "fake-indexeddb/auto";
import { expect } from "chai";
import { v4 as uuid } from "uuid";
import { browserStore, type EntryStore } from "./entry-store.ts";
import type { Entry } from "./entry.ts";
import { Outbox, type Delivery, type Line, type OutboxNews } from "./outbox.ts";

const kept: Delivery = { is: "kept", moves: [] };

const press = (code: string, kind = "noted"): Entry => {
  const id = uuid();
  const move = {
    id,
    kind,
    version: 1,
    data: {},
    who: "tove",
    toldAt: new Date(0).toISOString(),
    device: "bench",
  };
  return { kind: "move", id, code, refused: null, missing: [], move };
};

/** Tabs of one browser: what one says all others hear. */
function tabs(): () => Line {
  const heard: { own: Line; listener: (news: OutboxNews) => void }[] = [];
  return () => {
    const own: Line = {
      say: (news) => heard.forEach((tab) => tab.own !== own && queueMicrotask(() => tab.listener(news))),
      hear: (listener) => heard.push({ own, listener }),
      close: () =>
        heard.splice(
          heard.findIndex((tab) => tab.own === own),
          1,
        ),
    };
    return own;
  };
}

/** The one lock that all tabs ask for. */
function oneAtATime(): (work: () => Promise<void>) => void {
  let before = Promise.resolve();
  return (work) => {
    before = before.then(work);
  };
}

/** A server that answers as it is told to, and knows what it has taken. */
function server(answers: (entry: Entry) => Delivery = () => kept) {
  const asked: string[] = [];
  const state = { answers };
  const deliver = async (entry: Entry): Promise<Delivery> => {
    asked.push(entry.id);
    await Promise.resolve();
    return state.answers(entry);
  };
  return { asked, state, deliver };
}

const until = async (isSo: () => boolean | Promise<boolean>) => {
  for (let n = 0; n < 400; n += 1) {
    if (await isSo()) return;
    await new Promise((resolve) => setTimeout(resolve, 5));
  }
  throw new Error("it does not come about");
};

describe("the outbox", () => {
  const open: Outbox[] = [];
  let names = 0;
  const opened = (more: {
    store?: EntryStore;
    deliver: (entry: Entry) => Promise<Delivery>;
    line?: Line;
    alone?: (work: () => Promise<void>) => void;
    againMs?: number;
  }): Outbox => {
    const outbox = new Outbox({
      store: browserStore(`test ${(names += 1)}`),
      line: tabs()(),
      alone: (work) => void work(),
      againMs: 20,
      ...more,
    });
    open.push(outbox);
    return outbox;
  };
  afterEach(() => open.splice(0).forEach((outbox) => outbox.close()));

  it("sends what is pressed, in its order, and forgets it when the server has answered for it", async () => {
    const { asked, deliver } = server();
    // A busy machine is not taken for a tab that was put to sleep, whose entries this one would send too.
    const outbox = opened({ deliver, againMs: 2_000 });
    const pressed = [press("A-1"), press("A-1"), press("A-1")];
    for (const one of pressed) expect(await outbox.add(one)).to.equal(true);
    await until(() => outbox.entries.length === 0);
    expect(asked).to.deep.equal(pressed.map(({ id }) => id));
  });

  it("keeps what is pressed over the end of the page, and sends it from any page that comes after", async () => {
    const away = server(() => ({ is: "waiting", why: "away" }));
    const store = `kept ${uuid()}`;
    const first = opened({ store: browserStore(store), deliver: away.deliver });
    const pressed = [press("A-1"), press("B-2"), press("A-1")];
    for (const one of pressed) await first.add(one);
    first.close();
    const back = server();
    const second = opened({ store: browserStore(store), deliver: back.deliver });
    await until(() => back.asked.length === 3 && second.entries.length === 0);
    const ofA = back.asked.filter((id) => id !== pressed[1]!.id);
    expect(ofA).to.deep.equal([pressed[0]!.id, pressed[2]!.id]);
    expect(await browserStore(store).all()).to.deep.equal([]);
  });

  it("goes on with other jobs where one waits, and with what comes after where one is refused, which stays until it is seen", async () => {
    const told: OutboxNews[] = [];
    const { asked, state, deliver } = server(({ code }) =>
      code === "A-1" ? { is: "waiting", why: "busy" } : kept,
    );
    const outbox = opened({ deliver });
    outbox.subscribe((news) => told.push(news));
    const [one, other, next] = [press("A-1"), press("B-2"), press("A-1")];
    for (const entry of [one, other, next]) await outbox.add(entry);
    await until(() => asked.includes(other.id) && told.some((news) => news.about === "waiting"));
    expect(asked).not.to.include(next.id);
    state.answers = ({ id }) =>
      id === one.id ? { is: "refused", why: "On hold", missing: [{ is: "agreed" }] } : kept;
    await until(() => outbox.entries.length === 1 && outbox.entries[0]!.refused !== null);
    expect(outbox.entries[0]).to.deep.include({
      id: one.id,
      refused: "On hold",
      missing: [{ is: "agreed" }],
    });
    await until(() => asked.includes(next.id));
    const before = asked.filter((id) => id === one.id).length;
    await new Promise((resolve) => setTimeout(resolve, 60));
    expect(asked.filter((id) => id === one.id)).to.have.length(before);
    await outbox.dismiss(one.id);
    expect(outbox.entries).to.deep.equal([]);
  });

  it("is one for all tabs: one of them sends for all, and the next takes over where it goes", async () => {
    const name = `tabs ${uuid()}`;
    const [line, alone] = [tabs(), oneAtATime()];
    const { asked, state, deliver } = server();
    // As above: a busy machine is not taken for a tab that was put to sleep.
    const tab = () => opened({ store: browserStore(name), deliver, line: line(), alone, againMs: 2_000 });
    const [first, second] = [tab(), tab()];
    const entries = [press("A-1"), press("A-1")];
    await second.add(entries[0]!);
    await until(() => first.entries.length === 0 && second.entries.length === 0 && asked.length === 1);
    // A refusal is seen in every tab.
    state.answers = () => ({ is: "refused", why: "no", missing: [] });
    await second.add(entries[1]!);
    await until(() => first.entries[0]?.refused === "no" && second.entries[0]?.refused === "no");
    state.answers = () => kept;
    first.close();
    const last = press("A-1");
    await second.add(last);
    await until(() => asked.includes(last.id));
    expect(new Set(asked).size).to.equal(asked.length);
  });

  it("does not wait for ever for a tab that was put to sleep while it sends for all", async () => {
    const name = `asleep ${uuid()}`;
    const [line, alone] = [tabs(), oneAtATime()];
    opened({ store: browserStore(name), deliver: () => new Promise(() => undefined), line: line(), alone });
    const { asked, deliver } = server();
    const awake = opened({ store: browserStore(name), deliver, line: line(), alone });
    const one = press("A-1");
    await awake.add(one);
    await until(() => awake.entries.length === 0);
    expect(asked).to.deep.equal([one.id]);
  });

  it("says where the browser cannot keep a press, and sends it all the same, after what was kept before it", async () => {
    const store = browserStore(`full ${uuid()}`);
    const { asked, state, deliver } = server(() => ({ is: "waiting", why: "away" }));
    let isFull = false;
    const filling: EntryStore = {
      ...store,
      add: (entry) => (isFull ? Promise.reject(new Error("QuotaExceededError")) : store.add(entry)),
    };
    const outbox = opened({ store: filling, deliver });
    const [before, loose] = [press("A-1"), press("A-1")];
    expect(await outbox.add(before)).to.equal(true);
    isFull = true;
    expect(await outbox.add(loose)).to.equal(false);
    expect([outbox.isLoose, outbox.entries.length]).to.deep.equal([true, 2]);
    expect(asked).not.to.include(loose.id);
    state.answers = () => kept;
    await until(() => outbox.entries.length === 0);
    expect(asked.indexOf(loose.id)).to.be.above(asked.lastIndexOf(before.id));
    expect(outbox.isLoose).to.equal(false);
  });

  it("counts a press as kept from when the storage has it, and not while it is on its way there", async () => {
    const store = browserStore(`slow ${uuid()}`);
    let write = () => {};
    const slow: EntryStore = {
      ...store,
      add: (entry) => new Promise((resolve) => (write = () => resolve(store.add(entry)))),
    };
    const { deliver } = server(() => ({ is: "waiting", why: "away" }));
    const outbox = opened({ store: slow, deliver });
    const adding = outbox.add(press("A-1"));
    expect([outbox.entries.length, outbox.settledEntries.length]).to.deep.equal([1, 0]);
    write();
    await adding;
    expect(outbox.settledEntries).to.deep.equal(outbox.entries);
  });

  it("works without any storage, and does not send for ever what a broken one cannot forget", async () => {
    const denied = () => Promise.reject(new Error("SecurityError"));
    const none = server();
    const without = opened({
      store: { add: denied, all: denied, refuse: denied, remove: denied },
      deliver: none.deliver,
    });
    expect(await without.add(press("A-1"))).to.equal(false);
    await until(() => without.entries.length === 0);
    const store = browserStore(`broken ${uuid()}`);
    const { asked, deliver } = server();
    const broken = opened({ store: { ...store, remove: denied }, deliver });
    await broken.add(press("A-1"));
    await until(() => broken.entries.length === 0);
    // On a machine that leaves it waiting, who watches over a quiet line may have sent it too: from then on nobody does.
    const sent = asked.length;
    expect(sent).to.be.within(1, 2);
    await new Promise((resolve) => setTimeout(resolve, 80));
    expect(asked).to.have.length(sent);
    // Nor what it cannot note as refused.
    const refusing = server(() => ({ is: "refused", why: "no", missing: [] }));
    const other = browserStore(`broken ${uuid()}`);
    const noting = opened({ store: { ...other, refuse: denied }, deliver: refusing.deliver });
    await noting.add(press("A-1"));
    await until(() => noting.entries[0]?.refused === "no");
    await new Promise((resolve) => setTimeout(resolve, 80));
    expect(refusing.asked).to.have.length(1);
  });

  it("misses nothing that comes while it looks: a hundred at once", async () => {
    const { asked, deliver } = server();
    const outbox = opened({ deliver });
    const all = Array.from({ length: 100 }, (_, i) => press(`A-${i % 7}`));
    await Promise.all(all.map((one) => outbox.add(one)));
    await until(() => outbox.entries.length === 0);
    expect(new Set(asked)).to.deep.equal(new Set(all.map(({ id }) => id)));
  });

  it("leaves aside what it cannot read", async () => {
    const name = `odd ${uuid()}`;
    const store = browserStore(name);
    await store.add({ kind: "move", id: uuid(), code: "A-1", refused: null } as unknown as Entry);
    const one = press("A-1");
    await store.add(one);
    const { asked, deliver } = server();
    opened({ store: browserStore(name), deliver });
    await until(() => asked.length > 0);
    expect(asked).to.deep.equal([one.id]);
  });
});
