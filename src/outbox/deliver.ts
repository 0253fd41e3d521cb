import type { KeptMove } from "../../server/store/kept-moves.ts";
import type { Problem } from "../../server/problem.ts";
import { askServer, signedInFor } from "../ui/ask-server.ts";
import { isDone, isRefusal } from "../ui/refusal.ts";
import type { Entry, Missing, MoveEntry, PhotoEntry } from "./entry.ts";
import type { Delivery } from "./outbox.ts";
import { t } from "../../words/frame.ts";

export const away = () => t("no-answer-press-kept");
/** A photo over a slow line takes its time; a line that is dead says nothing at all. */
const LONGEST_PHOTO_MS = 180_000;

async function movesOf(answer: Response): Promise<readonly KeptMove[]> {
  try {
    return ((await answer.json()) as { moves?: KeptMove[] }).moves ?? [];
  } catch {
    return [];
  }
}

async function deliverMove({ code, move }: MoveEntry): Promise<Delivery> {
  const result = await askServer(`/api/jobs/${code}/moves`, "POST", [move], away(), move.id);
  if ("said" in result) {
    const { said: why, isRefused, problem } = result;
    return isRefused
      ? { is: "refused", why, missing: (problem?.missing ?? []) as Missing }
      : { is: "waiting", why };
  }
  // Kept is what the answer names; a page of something in between names nothing.
  const moves = await movesOf(result.answer);
  return moves.some(({ id }) => id === move.id) ? { is: "kept", moves } : { is: "waiting", why: away() };
}

function problemOf(text: string): Problem | null {
  try {
    return JSON.parse(text) as Problem;
  } catch {
    return null;
  }
}

function deliverPhoto(
  { code, picture, id, who, at }: PhotoEntry,
  onShare: (share: number) => void,
): Promise<Delivery> {
  const address = `/api/jobs/${code}/photos?${new URLSearchParams({ id, who, at })}`;
  return new Promise((resolve) => {
    // fetch cannot tell how much of a body has gone out.
    const request = new XMLHttpRequest();
    request.open("POST", address);
    request.upload.onprogress = ({ loaded, total }) => onShare(loaded / total);
    const away = () => resolve({ is: "waiting", why: t("no-answer-kept-here") });
    request.timeout = LONGEST_PHOTO_MS;
    request.onerror = away;
    request.ontimeout = away;
    request.onload = () => {
      const type = request.getResponseHeader("content-type");
      if (isDone(request.status, type)) return resolve({ is: "kept", moves: [] });
      const problem = problemOf(request.responseText);
      void signedInFor(problem, id);
      const why = problem?.detail ?? t("the-server-does-not-take-it");
      if (isRefusal(request.status, type)) resolve({ is: "refused", why, missing: [] });
      else if (request.status === 401) resolve({ is: "waiting", why });
      else away();
    };
    request.send(picture);
  });
}

/** Sends one entry to the server, and says what the server made of it. Never fails. */
export async function deliver(entry: Entry, onShare: (share: number) => void): Promise<Delivery> {
  return entry.kind === "move" ? deliverMove(entry) : deliverPhoto(entry, onShare);
}
