import { useEffect, useRef } from "react";

/** Says each new step, and how much time is left, where that is wanted. What stood there when the page came is not said. */
export function useSpoken({
  isOn,
  step,
  sentence,
  leftS,
}: {
  isOn: boolean;
  /** Another one for each step. */
  step: string;
  sentence: string;
  leftS: number;
}): void {
  const lastStep = useRef(step);
  const lastLeftS = useRef(leftS);
  useEffect(() => {
    const isNew = lastStep.current !== step;
    const beforeS = lastLeftS.current;
    lastStep.current = step;
    lastLeftS.current = leftS;
    // Most benches are silent: what speaks comes with the first word.
    if (isOn)
      void import("./speech.ts").then(({ speak, speakMark }) =>
        isNew ? speak(sentence) : speakMark(beforeS, leftS),
      );
  }, [isOn, step, sentence, leftS]);
}
