/** What was, what is, and what was taken back. */
export interface History<State> {
  past: readonly State[];
  present: State;
  future: readonly State[];
  /** What the last change was made to, and when: more of the same within a moment is one change. */
  last: { what: string; atMs: number } | null;
}

const ONE_CHANGE_MS = 1_000;
const MOST_KEPT = 200;

export const begin = <State>(present: State): History<State> => ({
  past: [],
  present,
  future: [],
  last: null,
});

export function change<State>(
  history: History<State>,
  present: State,
  what: string,
  atMs: number,
): History<State> {
  const { last } = history;
  const goesOn = last !== null && last.what === what && atMs - last.atMs < ONE_CHANGE_MS;
  return {
    past: goesOn ? history.past : [...history.past, history.present].slice(-MOST_KEPT),
    present,
    future: [],
    last: { what, atMs },
  };
}

export function undo<State>(history: History<State>): History<State> {
  const present = history.past.at(-1);
  return present === undefined
    ? history
    : {
        past: history.past.slice(0, -1),
        present,
        future: [history.present, ...history.future],
        last: null,
      };
}

export function redo<State>(history: History<State>): History<State> {
  const [present, ...future] = history.future;
  return present === undefined
    ? history
    : { past: [...history.past, history.present], present, future, last: null };
}
