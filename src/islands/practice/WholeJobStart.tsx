import { useState } from "react";
import { MOST_SEED, seedAsked, type PracticeLevel } from "../../../core/practice/attempt.ts";
import type { Learned } from "../../../core/practice/learning.ts";
import { t } from "../../../words/practice.ts";
import { TextEntry } from "../../ui/TextEntry.tsx";
import { useMounted } from "../../ui/useMounted.ts";
import { beginWholeJob } from "./begin-whole-job.ts";
import { HowItGoes } from "./HowItGoes.tsx";
import { LevelChoice } from "./LevelChoice.tsx";
import { PracticeStrip } from "./PracticeStrip.tsx";

/** Where a whole job on a simulated device begins, or goes on. */
export function WholeJobStart({
  seed,
  level: first,
  learned,
  open,
}: {
  seed: number;
  level: PracticeLevel;
  learned: Learned[];
  /** The code of the one that was begun and is not over. */
  open: string | null;
}) {
  const mounted = useMounted();
  const [typed, setTyped] = useState(String(seed));
  const [level, setLevel] = useState(first);
  const [isSending, setSending] = useState(false);
  const [said, setSaid] = useState("");
  const begin = async () => {
    const asked = seedAsked(typed);
    if (asked === null) return setSaid(t("seed-must-be", { most: MOST_SEED }));
    setSending(true);
    const why = await beginWholeJob(asked, level);
    setSaid(why);
    if (why !== "") setSending(false);
    return undefined;
  };
  return (
    <main className="flex flex-col gap-4 px-3 pb-4 sm:px-5" aria-busy={!mounted}>
      <PracticeStrip />
      <h1 className="text-2xl leading-tight font-semibold lg:text-4xl">{t("aim-whole-job")}</h1>
      <p className="max-w-2xl">{t("how-a-whole-job-goes")}</p>
      <p className="max-w-2xl">{t("when-a-whole-job-is-lost")}</p>
      <form
        className="flex max-w-md flex-col gap-3"
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          void begin();
        }}
      >
        {open !== null && (
          <a className="control-strong min-h-14 text-xl" href={`/jobs/${open}`}>
            {t("go-on-with-it")}
          </a>
        )}
        <button
          type="submit"
          className={open === null ? "control-strong min-h-14 text-xl" : "control"}
          disabled={isSending}
        >
          {t("begin-the-job")}
        </button>
        <LevelChoice level={level} onChange={setLevel} />
        <TextEntry
          label={t("seed")}
          fault={undefined}
          inputMode="numeric"
          value={typed}
          onChange={setTyped}
        />
        {said !== "" && (
          <p role="alert" className="edge-hatch text-danger">
            {said}
          </p>
        )}
      </form>
      <HowItGoes learned={learned} exercise="whole-job" />
    </main>
  );
}
