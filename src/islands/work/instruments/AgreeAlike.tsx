import { useEffect, useState } from "react";
import { agreed, type Offered } from "../../../../core/intake/moves/agreed.ts";
import { askServer } from "../../../ui/ask-server.ts";
import { t } from "../../../../words/intake.ts";

/**
 * One answer for all that were taken in together and ask the same now: first those, then this one by `answer`. `offerNow` is what was agreed; null
 * where something that was typed is wrong.
 */
export function AgreeAlike({
  code,
  who,
  mayTell,
  offerNow,
  answer,
}: {
  code: string;
  who: string;
  mayTell: boolean;
  offerNow: () => Offered | null;
  answer: () => void;
}) {
  const [others, setOthers] = useState<readonly string[]>([]);
  const [isSending, setSending] = useState(false);
  const [said, setSaid] = useState<string>();
  useEffect(() => {
    const stopped = new AbortController();
    fetch(`/api/jobs/${code}/alike`, { signal: stopped.signal })
      .then(async (found) => {
        if (found.ok) setOthers((await found.json()) as string[]);
      })
      // Without an answer each is told by itself.
      .catch(() => undefined);
    return () => stopped.abort();
  }, [code]);
  const agreeAll = async () => {
    const offer = offerNow();
    if (!offer) return;
    setSending(true);
    setSaid(undefined);
    let left = others;
    for (const other of others) {
      const told = {
        id: crypto.randomUUID(),
        kind: agreed.kind,
        version: agreed.version,
        data: { ...offer, answer: "yes", by: "desk" },
        who,
        toldAt: new Date().toISOString(),
        device: "desk",
      };
      const asked = await askServer(`/api/jobs/${other}/moves`, "POST", [told]);
      if ("said" in asked) {
        setSaid(t("not-agreed-for", { code: other, said: asked.said }));
        break;
      }
      left = left.filter((one) => one !== other);
    }
    setOthers(left);
    setSending(false);
    if (left.length === 0) answer();
  };
  if (others.length === 0) return null;
  return (
    <>
      <button
        type="button"
        className="control"
        disabled={!mayTell || isSending}
        title={others.join(", ")}
        onClick={() => void agreeAll()}
      >
        {t("agrees-for-all", { all: others.length + 1 })}
      </button>
      {said && (
        <p role="alert" className="edge-hatch w-full text-danger">
          {said}
        </p>
      )}
    </>
  );
}
