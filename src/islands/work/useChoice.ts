import { useEffect, useState } from "react";
import type { ChoiceAsked, ToChoose } from "../../../core/device/choice-asked.ts";
import type { BenchChoices } from "../../../core/device/choose.ts";
import type { FirstChoice } from "../../pages/api/jobs/[code]/choice.ts";

/** A dial that is being turned asks once it rests for so long, ms. */
const REST_MS = 120;
/** How long until a worker that the server did not send is asked for again, ms. */
const AGAIN_MS = 2_000;
/** How long the server may take with what a page shows first, ms: after that the browser does it itself. */
const FIRST_MS = 10_000;

/** What was worked out for a step, and whether it is for what the dials say now. */
export interface Choice {
  data: unknown;
  isFresh: boolean;
}

/** Where the server says what it has worked out for the step that is next. */
export const firstChoiceAt = (code: string, station: string): string =>
  `/api/jobs/${code}/choice${station === "" ? "" : `?station=${station}`}`;

/** What the server has worked out already; null where it does not say, in time or at all. */
async function firstChoice(address: string): Promise<FirstChoice | null> {
  try {
    const answer = await fetch(address, { signal: AbortSignal.timeout(FIRST_MS) });
    return answer.ok ? ((await answer.json()) as FirstChoice | null) : null;
  } catch {
    return null;
  }
}

/**
 * A setting as it is worked out for a step, off the page's own thread: what a page shows first by the server, which `first` says where to
 * ask, the rest by a worker of this browser. While dials are turned, or minutes pass, the last one stands, marked as not fresh; for another
 * step it begins anew.
 */
export function useChoice(asked: ChoiceAsked | null, choices: BenchChoices, first: string): Choice {
  const [chosen, setChosen] = useState<(FirstChoice & { step: string }) | null>(null);
  // Asked for while the page still comes to life; what it is not for, the worker does.
  const [worked] = useState(() => (asked && typeof window !== "undefined" ? firstChoice(first) : null));
  const { step, key } = asked ?? { step: "", key: "" };
  const of = asked ? JSON.stringify(choices) : "";
  const isFirst = chosen?.step !== step;
  useEffect(() => {
    if (!asked) return undefined;
    let worker: Worker | null = null;
    let isLeft = false;
    const begin = () => {
      worker = new Worker(new URL("../../workers/choose.worker.ts", import.meta.url), {
        type: "module",
        name: document.documentElement.lang,
      });
      worker.onmessage = ({ data }) => setChosen({ step, key, of, data: data as unknown });
      // A worker that never came says no more than that; a fault in it would say what it is, and come again.
      worker.onerror = ({ message }) => {
        if (!message) timer = setTimeout(begin, AGAIN_MS);
      };
      worker.postMessage({ asked, choices } satisfies ToChoose);
    };
    const ask = async () => {
      const found = await worked;
      if (isLeft) return;
      if (found?.key === key && found.of === of) setChosen({ step, ...found });
      else begin();
    };
    let timer: ReturnType<typeof setTimeout> | undefined;
    if (isFirst) void ask();
    else timer = setTimeout(() => void ask(), REST_MS);
    return () => {
      isLeft = true;
      clearTimeout(timer);
      worker?.terminate();
    };
    // `key` and `of` say all that it rests on.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key, of]);
  return isFirst
    ? { data: null, isFresh: false }
    : { data: chosen.data, isFresh: chosen.key === key && chosen.of === of };
}
