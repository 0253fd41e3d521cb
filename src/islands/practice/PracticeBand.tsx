import { useCallback, useEffect, useState } from "react";
import type { PracticeJobSaid, StepSaid } from "../../../server/practice-said.ts";
import { t } from "../../../words/practice.ts";
import { useOutboxNews } from "../../outbox/useOutbox.ts";
import { askServer } from "../../ui/ask-server.ts";
import { DialogFrame } from "../../ui/DialogFrame.tsx";
import { anySeed } from "./practice-asked.ts";
import { beginWholeJob } from "./begin-whole-job.ts";

/** What is found changes with time too: a wait ends, a window shuts. */
const ASKED_EVERY_MS = 2_000;

/** Each step again: what was recorded, beside what the device showed. */
function StepsBack({ steps }: { steps: readonly StepSaid[] }) {
  const [at, setAt] = useState(steps.length - 1);
  const { told, found } = steps[at]!;
  return (
    <label className="mt-3 grid gap-1">
      {t("step-of", { step: at + 1, steps: steps.length })}
      <input
        type="range"
        className="min-h-12 accent-ink"
        min={0}
        max={steps.length - 1}
        value={at}
        onChange={({ target }) => setAt(Number(target.value))}
      />
      <span className="min-h-20" data-testid="step-back">
        {t("you-recorded", { told })}
        {found && <span className="block">{t("it-showed", { found })}</span>}
      </span>
    </label>
  );
}

/** Above the workspace of a job that is practised: that it is none that is real, what the device shows, and how it ended. */
export function PracticeBand({ code, first }: { code: string; first: PracticeJobSaid }) {
  const [said, setSaid] = useState(first);
  /** What is recorded, as far as this page has heard: what was found before is no answer to what is asked now. */
  const [seq, setSeq] = useState(first.seq);
  const [isAway, setAway] = useState(false);
  const [isClosed, setClosed] = useState(false);
  const [why, setWhy] = useState("");
  const address = `/api/practice/jobs/${code}`;
  const ask = useCallback(async () => {
    try {
      const answer = await fetch(address);
      if (answer.ok) setSaid((await answer.json()) as PracticeJobSaid);
      setAway(!answer.ok);
    } catch {
      setAway(true);
    }
  }, [address]);
  useOutboxNews((news) => {
    if (news.about !== "kept" || news.code !== code) return;
    setSeq((known) => Math.max(known, ...news.moves.map((move) => move.seq)));
    void ask();
  });
  const isOver = said.ended !== null;
  useEffect(() => {
    if (isOver) return;
    const timer = setInterval(() => {
      if (!document.hidden) void ask();
    }, ASKED_EVERY_MS);
    return () => clearInterval(timer);
  }, [ask, isOver]);
  const skip = async () => {
    const asked = await askServer(`${address}/skip`, "POST", null);
    if ("said" in asked) return setWhy(asked.said);
    // All that was done lies further back now.
    location.reload();
    return undefined;
  };
  const begin = (seed: number) => void beginWholeJob(seed, said.level).then(setWhy);
  const { seed, level, ended } = said;
  const { found, help, isWaiting } = said.seq >= seq ? said : { found: "", help: null, isWaiting: false };
  return (
    <>
      <div
        className="flex min-h-12 shrink-0 items-center gap-3 bg-ink px-3 text-on-ink"
        data-testid="practice"
        data-seq={said.seq}
      >
        <a href="/practice" className="inline-flex min-h-11 items-center font-semibold underline">
          {t("practice-seed", { seed })}
        </a>
        <span role="status" className="min-w-0 flex-1 leading-tight lg:text-lg" data-testid="found">
          {isAway ? t("could-not-be-asked") : (ended?.says ?? found)}
          {level === "seen" && help && <strong> {help}</strong>}
        </span>
        {isWaiting && (
          <button type="button" className="control min-h-11 text-ink" onClick={() => void skip()}>
            {t("skip-the-wait")}
          </button>
        )}
        {why !== "" && <span role="alert">{why}</span>}
      </div>
      {ended && (
        <DialogFrame
          open={!isClosed}
          onOpenChange={(open) => setClosed(!open)}
          title={ended.says}
          description={ended.advice}
        >
          <StepsBack steps={ended.steps} />
          <div className="mt-4 flex flex-wrap gap-2">
            <button type="button" className="control-strong" onClick={() => begin(seed)}>
              {t("again")}
            </button>
            <button type="button" className="control" onClick={() => begin(anySeed())}>
              {t("another-panel")}
            </button>
            <a className="control" href="/practice">
              {t("all-exercises")}
            </a>
          </div>
          {why !== "" && (
            <p role="alert" className="edge-hatch mt-2 text-danger">
              {why}
            </p>
          )}
        </DialogFrame>
      )}
    </>
  );
}
