import { message, type Message } from "./message.ts";

/** Something that is so or is not so about the device, the job or what was shown. `is` says which; the rest says of what. */
export interface Fact {
  readonly is: string;
}

/**
 * How a fact is told from the scene. What is not known to be so is not so: `holds` answers true only for what was
 * recorded or follows from it.
 */
export interface FactRule<Scene, F extends Fact> {
  holds: (scene: Scene, fact: F) => boolean;
  /**
   * Whether a signed reason may stand in for it. Never where somebody could be hurt: those are `false`.
   */
  signable: boolean;
  /** Where only time brings it: the moment from which it holds, ms since 1970; null while nothing is running. */
  untilMs?: (scene: Scene, fact: F) => number | null;
}

export type FactRules<Scene, F extends Fact> = {
  readonly [Name in F["is"]]: FactRule<Scene, Extract<F, { is: Name }>>;
};

/** A fact's own name: the same fact gives the same text, in whichever order its fields came back from where it was kept. */
export function factKey(fact: Fact): string {
  const { is, ...of } = fact;
  const fields = Object.entries(of).sort(([a], [b]) => (a < b ? -1 : 1));
  return [is, ...fields.map(([, value]) => String(value))].join(" ");
}

/** Whether two facts are one. */
export const sameFact = (a: Fact, b: Fact): boolean =>
  a === b || (a.is === b.is && factKey(a) === factKey(b));

/** What is missing, as a message: `need.<fact>` with what the fact is about. */
export function needMessage(fact: Fact): Message {
  const { is, ...of } = fact;
  return message(`need.${is}`, of as Record<string, string | number>);
}
