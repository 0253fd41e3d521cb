import { z } from "zod";

/** What every entry has: its own id, the job it goes to, and why the server will never take it, once it has said so. */
const shared = {
  id: z.uuid(),
  code: z.string().min(1),
  refused: z.string().nullable(),
  /** What it lacked: somebody may sign for it. */
  missing: z.array(z.looseObject({ is: z.string() })).default([]),
};

const moveEntry = z.object({
  ...shared,
  kind: z.literal("move"),
  move: z.object({
    id: z.uuid(),
    kind: z.string(),
    version: z.int(),
    data: z.unknown(),
    who: z.string(),
    toldAt: z.string(),
    device: z.string(),
  }),
});

const photoEntry = z.object({
  ...shared,
  kind: z.literal("photo"),
  who: z.string(),
  at: z.string(),
  name: z.string(),
  picture: z.instanceof(Blob),
});

/** Something that was pressed or photographed here and that the server has not answered for yet. */
export const entry = z.discriminatedUnion("kind", [moveEntry, photoEntry]);
export type Missing = z.output<typeof shared.missing>;
export type Entry = z.output<typeof entry>;
export type MoveEntry = z.output<typeof moveEntry>;
export type PhotoEntry = z.output<typeof photoEntry>;
