/** What every entry has: its own id, the job it goes to, and why the server will never take it, once it has said so. */
interface Shared {
  id: string;
  code: string;
  refused: string | null;
  /** What it lacked: somebody may sign for it. */
  missing: Missing;
}
export type Missing = ({ is: string } & Record<string, unknown>)[];

export interface MoveEntry extends Shared {
  kind: "move";
  move: {
    id: string;
    kind: string;
    version: number;
    data: unknown;
    who: string;
    toldAt: string;
    device: string;
  };
}

export interface PhotoEntry extends Shared {
  kind: "photo";
  who: string;
  at: string;
  name: string;
  picture: Blob;
}

/** Something that was pressed or photographed here and that the server has not answered for yet. */
export type Entry = MoveEntry | PhotoEntry;

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i;

type Unread = Record<string, unknown>;
const isObject = (value: unknown): value is Unread => typeof value === "object" && value !== null;
const areTexts = (value: Unread, names: readonly string[]): boolean =>
  names.every((name) => typeof value[name] === "string");

const isMissing = (value: unknown): value is Missing =>
  Array.isArray(value) && value.every((one) => isObject(one) && typeof one.is === "string");

const isMove = (value: unknown): value is MoveEntry["move"] =>
  isObject(value) &&
  areTexts(value, ["id", "kind", "who", "toldAt", "device"]) &&
  UUID.test(String(value.id)) &&
  Number.isSafeInteger(value.version);

/**
 * What was kept in a browser, as an entry; null where it is none. By hand, not by schema: every page reads this, and few know schemas
 * otherwise.
 *
 * @example
 * readEntry({ kind: "move" }) // null
 */
export function readEntry(kept: unknown): Entry | null {
  if (!isObject(kept) || !areTexts(kept, ["id", "code"])) return null;
  const { id, code, refused, missing = [] } = kept;
  if (!UUID.test(String(id)) || code === "") return null;
  if (refused !== null && typeof refused !== "string") return null;
  if (!isMissing(missing)) return null;
  const shared = { id: String(id), code: String(code), refused, missing };
  if (kept.kind === "move") {
    return isMove(kept.move) ? { ...shared, kind: "move", move: kept.move } : null;
  }
  if (kept.kind !== "photo" || !areTexts(kept, ["who", "at", "name"])) return null;
  const { who, at, name, picture } = kept;
  return picture instanceof Blob
    ? { ...shared, kind: "photo", who: String(who), at: String(at), name: String(name), picture }
    : null;
}
