import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { v4 as uuid } from "uuid";
import { sceneAtStart } from "../../../core/device/start.ts";
import { sceneAt, type Scene } from "../../../core/device/scene.ts";
import { staysAt } from "../../../core/device/guards.ts";
import { replay, standing, TAKEN_BACK } from "../../../core/job/replay.ts";
import { deviceRules, moves as knownMoves } from "../../../core/moves.ts";
import type { Family } from "../../../core/stack/family.ts";
import type { KeptMove, SentMove } from "../../../server/store/jobs.ts";
import { askServer } from "../../ui/ask-server.ts";
import { useLive } from "../../ui/useLive.ts";

const versionOf = (kind: string): number => knownMoves.find((move) => move.kind === kind)?.version ?? 1;

/** Where moves wait that the server has not answered for, so that a reload loses none. */
const keyOf = (code: string) => `half-lift moves ${code}`;

function readWaiting(code: string): SentMove[] {
  try {
    return JSON.parse(localStorage.getItem(keyOf(code)) ?? "[]") as SentMove[];
  } catch {
    return [];
  }
}

function keepWaiting(code: string, waiting: readonly SentMove[]): void {
  if (waiting.length > 0) localStorage.setItem(keyOf(code), JSON.stringify(waiting));
  else localStorage.removeItem(keyOf(code));
}

async function namesMove(answer: Response, id: string): Promise<boolean> {
  try {
    const { moves } = (await answer.json()) as { moves: KeptMove[] };
    return moves.some((move) => move.id === id);
  } catch {
    return false;
  }
}

const AWAY = "No answer from the server. The press is kept and sent again.";
const AGAIN_MS = 2_000;

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
  hush: () => void;
  isSending: boolean;
}

/** A job's moves as the server keeps them. A press counts when the server has answered for it; until then it waits here. */
export function useWork(code: string, family: Family, first: readonly KeptMove[], who: string): Work {
  const [moves, setMoves] = useState(first);
  const [waiting, setWaiting] = useState<readonly SentMove[]>([]);
  const [said, setSaid] = useState<string | null>(null);
  const latest = useRef({ moves, waiting });
  latest.current = { moves, waiting };

  const merge = useCallback((more: readonly KeptMove[]) => {
    setMoves((known) => {
      const fresh = more.filter(({ seq }) => seq > (known.at(-1)?.seq ?? 0));
      return fresh.length > 0 ? [...known, ...fresh] : known;
    });
  }, []);

  const refresh = useCallback(async () => {
    const answer = await fetch(
      `/api/jobs/${code}/moves?after=${latest.current.moves.at(-1)?.seq ?? 0}`,
    ).catch(() => null);
    if (answer?.ok) merge(((await answer.json()) as { moves: KeptMove[] }).moves);
  }, [code, merge]);

  useEffect(() => setWaiting(readWaiting(code)), [code]);
  useLive({
    onChange: (changed) => (changed === "" || changed === code) && void refresh(),
    onLost: () => undefined,
  });

  const busy = useRef(false);
  /** What was said of something that will pass, for as long as it has not. */
  const passing = useRef(AWAY);
  const [tries, setTries] = useState(0);
  useEffect(() => {
    const [next] = waiting;
    if (!next || busy.current) return;
    busy.current = true;
    void (async () => {
      const result = await askServer(`/api/jobs/${code}/moves`, "POST", [next], AWAY);
      // Kept is what the answer names; a page of something in between names nothing.
      const isKept = "answer" in result && (await namesMove(result.answer, next.id));
      busy.current = false;
      if (!isKept && !("said" in result && result.isRefused)) {
        passing.current = "said" in result ? result.said : AWAY;
        setSaid(passing.current);
        setTimeout(() => setTries((n) => n + 1), AGAIN_MS);
        return;
      }
      if (!("said" in result)) {
        // What others did in between comes first, so that no number is left out.
        await refresh();
        setSaid((now) => (now === passing.current ? null : now));
      } else {
        setSaid(result.said);
        await refresh();
      }
      const rest = latest.current.waiting.filter(({ id }) => id !== next.id);
      keepWaiting(code, rest);
      setWaiting(rest);
    })();
  }, [waiting, tries, code, refresh]);

  const send = useCallback(
    (kind: string, data: unknown): boolean => {
      if (latest.current.waiting.length > 0 && !staysAt(kind)) return false;
      const move: SentMove = {
        id: uuid(),
        kind,
        version: versionOf(kind),
        data,
        who,
        toldAt: new Date().toISOString(),
        device: "bench",
      };
      const next = [...latest.current.waiting, move];
      keepWaiting(code, next);
      setSaid(null);
      latest.current = { ...latest.current, waiting: next };
      setWaiting(next);
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
    said,
    hush: () => setSaid(null),
    isSending: waiting.length > 0,
  };
}
