import { del, entries, set } from "idb-keyval";
import { useCallback, useEffect, useRef, useState } from "react";
import { v7 as uuid } from "uuid";
import type { Problem } from "../../../server/problem.ts";
import { isDone, isRefusal } from "../../ui/refusal.ts";
import { resizePhoto } from "./resize-photo.ts";

/** A photo on its way: kept in this browser until the server has it. */
interface Kept {
  code: string;
  id: string;
  who: string;
  at: string;
  name: string;
  picture: Blob;
}

export interface Sending {
  id: string;
  name: string;
  /** 0 to 1; null while it is being made smaller. */
  share: number | null;
  fault: string | null;
}

const prefix = "half-lift photo ";
const RETRY_MS = 4_000;

/** Sends one photo and tells how far it is. Resolves to null, or to why the server will never take it. */
function sendPhoto(kept: Kept, onShare: (share: number) => void): Promise<string | null> {
  const { code, picture, id, who, at } = kept;
  const address = `/api/jobs/${code}/photos?${new URLSearchParams({ id, who, at })}`;
  return new Promise((resolve, reject) => {
    // fetch cannot tell how much of a body has gone out.
    const request = new XMLHttpRequest();
    request.open("POST", address);
    request.upload.onprogress = ({ loaded, total }) => onShare(loaded / total);
    request.onerror = () => reject(new Error("No answer from the server"));
    request.onload = () => {
      const type = request.getResponseHeader("content-type");
      if (isDone(request.status, type)) resolve(null);
      else if (isRefusal(request.status, type)) resolve((JSON.parse(request.responseText) as Problem).detail);
      else reject(new Error(`The answer was ${request.status}, and not the workshop's`));
    };
    request.send(picture);
  });
}

/** Photos of a job on their way to the server, one after the other; what is not sent yet outlives a reload. */
export function usePhotoQueue(code: string, who: string) {
  const [sending, setSending] = useState<Sending[]>([]);
  const waiting = useRef(new Map<string, Kept>());
  const busy = useRef(false);
  const change = useCallback((id: string, more: Partial<Sending>) => {
    setSending((before) => before.map((entry) => (entry.id === id ? { ...entry, ...more } : entry)));
  }, []);
  const forget = useCallback(async (id: string) => {
    waiting.current.delete(id);
    await del(prefix + id);
  }, []);

  const flush = useCallback(async () => {
    if (busy.current) return;
    busy.current = true;
    try {
      for (const kept of [...waiting.current.values()]) {
        change(kept.id, { share: 0, fault: null });
        try {
          const refused = await sendPhoto(kept, (share) => change(kept.id, { share }));
          await forget(kept.id);
          if (refused) change(kept.id, { fault: refused });
          else setSending((before) => before.filter((entry) => entry.id !== kept.id));
        } catch {
          change(kept.id, { share: 0, fault: "No answer from the server: kept here, sent later." });
          return;
        }
      }
    } finally {
      busy.current = false;
    }
  }, [change, forget]);

  useEffect(() => {
    void entries<string, Kept>().then((found) => {
      const own = found.flatMap(([key, kept]) =>
        String(key).startsWith(prefix) && kept.code === code ? [kept] : [],
      );
      if (own.length === 0) return;
      for (const kept of own) waiting.current.set(kept.id, kept);
      setSending((before) => [
        ...before,
        ...own.map(({ id, name }) => ({ id, name, share: 0, fault: null })),
      ]);
      void flush();
    });
    const retry = setInterval(() => waiting.current.size > 0 && void flush(), RETRY_MS);
    return () => clearInterval(retry);
  }, [code, flush]);

  const add = useCallback(
    async (files: readonly File[]) => {
      const added = files.map((file) => ({ file, id: uuid() }));
      setSending((before) => [
        ...before,
        ...added.map(({ file, id }) => ({ id, name: file.name, share: null, fault: null })),
      ]);
      for (const { file, id } of added) {
        try {
          const picture = await resizePhoto(file);
          const kept = { code, id, who, at: new Date().toISOString(), name: file.name, picture };
          waiting.current.set(id, kept);
          await set(prefix + id, kept);
          void flush();
        } catch (error) {
          change(id, { fault: (error as Error).message });
        }
      }
      void flush();
    },
    [code, who, flush, change],
  );

  const dismiss = useCallback(
    (id: string) => {
      void forget(id);
      setSending((before) => before.filter((entry) => entry.id !== id));
    },
    [forget],
  );
  return { sending, add, dismiss };
}
