/** Something to be said: which sentence of the catalogue, and the values that stand in it. The catalogue holds the words. */
export interface Message {
  id: string;
  values?: Readonly<Record<string, string | number>>;
}

/** A message; values that are absent are left out. */
export const message = (id: string, values?: Record<string, string | number>): Message =>
  values ? { id, values } : { id };
