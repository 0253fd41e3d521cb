import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { v4 as uuid } from "uuid";
import { sceneAtStart } from "../../../core/device/start.ts";
import { sceneAt, type Scene } from "../../../core/device/scene.ts";
import type { DeviceFact } from "../../../core/device/facts.ts";
import { staysAt } from "../../../core/device/guards.ts";
import { replay, standing, TAKEN_BACK } from "../../../core/job/replay.ts";
import { deviceRules, moves as knownMoves } from "../../../core/moves.ts";
import type { Family } from "../../../core/stack/family.ts";
import type { SentMove } from "../../../server/store/jobs.ts";
import type { KeptMove } from "../../../server/store/kept-moves.ts";
import type { MoveEntry } from "../../outbox/entry.ts";
import { theOutbox, useEntries, useOutboxNews } from "../../outbox/useOutbox.ts";
import { loadAgain } from "../../ui/load-again.ts";
import { keptSince } from "../../service-worker/KeptNotice.tsx";
import { useLive } from "../../ui/useLive.ts";
import { keepSeen, lastSeen } from "./seen-moves.ts";
import { t } from "../../../words/work.ts";

const versionOf = (kind: string): number => knownMoves.find((move) => move.kind === kind)?.version ?? 1;

/** Whether nothing lies between what this page has and what came. */
const followsOn = (more: readonly KeptMove[], known: readonly KeptMove[]): boolean =>
  more.length > 0 && more[0]!.seq <= (known.at(-1)?.seq ?? 0) + 1;

export interface Work {
  moves: readonly KeptMove[];
  scene: (nowMs: number) => Scene;
  /** Records something. False where a press is still on its way and this is another; what is noted in between may queue. */
  send: (kind: string, data: unknown) => boolean;
  /** Takes back the last thing that stands, or the one of this id. */
  takeBack: (id?: string) => void;
  /** The last move that stands: what a press on Back takes back. */
  last: KeptMove | null;
  said: string | null;
  /** What the press that was refused lacked. */
  missing: readonly DeviceFact[];
  hush: () => void;
  isSending: boolean;
}

/** A job's moves as the server keeps them. A press counts when the server has answered for it; until then it waits in this browser. */
export function useWork(code: string, family: Family, first: readonly KeptMove[], who: string): Work {
  const [moves, setMoves] = useState(first);
  const [isLoose, setIsLoose] = useState(false);
  /** What was said of something that will pass, for as long as it has not. */
  const [passing, setPassing] = useState<string | null>(null);
  /** Answered for by the server, but not yet among the moves that this page has. */
  const [behind, setBehind] = useState(0);
  const entries = useEntries();
  const own = useMemo(
    () => entries.filter((entry): entry is MoveEntry => entry.kind === "move" && entry.code === code),
    [entries, code],
  );
  const waiting = own.filter(({ refused }) => refused === null);
  const refused = own.find((entry) => entry.refused !== null);
  const isSending = waiting.length > 0 || behind > 0;
  const latest = useRef({ moves, isSending });
  latest.current = { moves, isSending };

  const merge = useCallback((more: readonly KeptMove[]) => {
    setMoves((known) => {
      const fresh = more.filter(({ seq }) => seq > (known.at(-1)?.seq ?? 0));
      return fresh.length > 0 ? [...known, ...fresh] : known;
    });
  }, []);

  const refresh = useCallback(async () => {
    const answer = await fetch(`/api/jobs/${code}/moves?after=${latest.current.moves.at(-1)?.seq ?? 0}`);
    if (!answer.ok) throw new Error(t("the-answer-was", { status: answer.status }));
    merge(((await answer.json()) as { moves: KeptMove[] }).moves);
  }, [code, merge]);

  // A page that was kept is older than what was seen on it: that is read before anything is written over it.
  const isSeenRead = useRef(false);
  useEffect(() => {
    const reading = keptSince() === null ? Promise.resolve() : lastSeen(code).then(merge);
    void reading.then(() => (isSeenRead.current = true));
  }, [code, merge]);
  useEffect(() => {
    if (isSeenRead.current || keptSince() === null) void keepSeen(code, moves);
  }, [code, moves]);

  useLive({
    job: code,
    onChange: (changed, more) => {
      if (changed !== "" && changed !== code) return;
      if (more && followsOn(more, latest.current.moves)) merge(more);
      else void refresh().catch(() => undefined);
    },
    onLost: () => undefined,
  });

  useOutboxNews((news) => {
    if (news.about === "entries" || news.about === "progress" || news.code !== code) return;
    if (news.about === "waiting") {
      setPassing(news.why);
      return;
    }
    setPassing(null);
    setIsLoose(theOutbox().isLoose);
    if (news.about === "kept" && followsOn(news.moves, latest.current.moves)) {
      merge(news.moves);
      return;
    }
    // What others did in between comes first; until this page has it all, no next press is taken.
    setBehind((n) => n + 1);
    void loadAgain(refresh).then(() => setBehind((n) => n - 1));
  });

  const send = useCallback(
    (kind: string, data: unknown): boolean => {
      if (latest.current.isSending && !staysAt(kind)) return false;
      latest.current.isSending = true;
      const move: SentMove = {
        id: uuid(),
        kind,
        version: versionOf(kind),
        data,
        who,
        toldAt: new Date().toISOString(),
        device: "bench",
      };
      const { id } = move;
      void theOutbox()
        .add({ kind: "move", id, code, refused: null, missing: [], move })
        .then((isStored) => setIsLoose(!isStored));
      return true;
    },
    [code, who],
  );

  const start = useMemo(() => sceneAtStart(family, 0), [family]);
  const state = useMemo(() => replay(deviceRules, start, moves), [start, moves]);
  const last = useMemo(() => (standing(moves).at(-1) as KeptMove | undefined) ?? null, [moves]);
  return {
    moves,
    scene: useCallback((nowMs: number) => sceneAt({ family }, state, nowMs), [family, state]),
    send,
    takeBack: (id = last?.id) => {
      if (id !== undefined && id !== moves[0]?.id) send(TAKEN_BACK, { event: id });
    },
    last,
    missing: (refused?.missing ?? []) as unknown as readonly DeviceFact[],
    said: refused
      ? t("not-recorded-look-at-what-the-job", { refused: refused.refused ?? "" })
      : waiting.length === 0
        ? null
        : isLoose
          ? t("this-browser-cannot-keep-what-you")
          : passing,
    hush: () => {
      setPassing(null);
      if (refused) void theOutbox().dismiss(refused.id);
    },
    isSending,
  };
}
