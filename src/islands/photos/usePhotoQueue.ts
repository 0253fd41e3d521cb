import { useCallback, useState } from "react";
import { v7 as uuid } from "uuid";
import { theOutbox, useEntries, useOutboxNews } from "../../outbox/useOutbox.ts";
import { t } from "../../../words/photos.ts";
import { resizePhoto } from "./resize-photo.ts";

export interface Sending {
  id: string;
  name: string;
  /** 0 to 1; null while it is being made smaller. */
  share: number | null;
  fault: string | null;
}

/** Photos of a job on their way to the server; what is not sent yet waits in this browser and outlives a reload. */
export function usePhotoQueue(code: string, who: string) {
  /** Not yet small enough to be sent, or no photo at all. */
  const [coming, setComing] = useState<readonly Sending[]>([]);
  const [shares, setShares] = useState<Readonly<Record<string, number>>>({});
  const [faults, setFaults] = useState<Readonly<Record<string, string>>>({});
  const entries = useEntries();
  useOutboxNews((news) => {
    if (news.about === "progress") setShares((before) => ({ ...before, [news.id]: news.share }));
    if (news.about === "waiting") setFaults((before) => ({ ...before, [news.id]: news.why }));
  });

  const add = useCallback(
    async (files: readonly File[]) => {
      const added = files.map((file) => ({ file, id: uuid() }));
      setComing((before) => [
        ...before,
        ...added.map(({ file, id }) => ({ id, name: file.name, share: null, fault: null })),
      ]);
      for (const { file, id } of added) {
        try {
          const picture = await resizePhoto(file);
          const at = new Date().toISOString();
          setComing((before) => before.filter((entry) => entry.id !== id));
          void theOutbox()
            .add({ kind: "photo", id, code, refused: null, missing: [], who, at, name: file.name, picture })
            .then(
              (isStored) =>
                !isStored &&
                setFaults((before) => ({ ...before, [id]: t("this-browser-cannot-keep-it-stay-on") })),
            );
        } catch (error) {
          const fault = (error as Error).message;
          setComing((before) => before.map((entry) => (entry.id === id ? { ...entry, fault } : entry)));
        }
      }
    },
    [code, who],
  );

  const dismiss = useCallback((id: string) => {
    setComing((before) => before.filter((entry) => entry.id !== id));
    void theOutbox().dismiss(id);
  }, []);

  const waiting = entries.flatMap((entry): Sending[] =>
    entry.kind === "photo" && entry.code === code
      ? [
          {
            id: entry.id,
            name: entry.name,
            share: shares[entry.id] ?? 0,
            fault: entry.refused ?? faults[entry.id] ?? null,
          },
        ]
      : [],
  );
  return { sending: [...coming, ...waiting], add, dismiss };
}
