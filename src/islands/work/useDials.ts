import { useEffect, useRef, useState } from "react";
import { usualChoices, type KnownHere } from "../../../core/device/choice-asked.ts";
import type { BenchChoices } from "../../../core/device/choose.ts";
import { readKept, setKept } from "../../ui/browser-kept.ts";

/** Dials as they were turned, and for which kind of step. */
interface Turned {
  kind: string;
  dials: Partial<BenchChoices>;
}

/**
 * The dials of a step. Another step begins with what is usual, but for the way to heat, which the job goes on with. What was turned is kept
 * in this tab: a reload loses none of it.
 */
export function useDials(
  code: string,
  kind: string,
  shop: KnownHere,
): [BenchChoices, (choices: BenchChoices) => void] {
  const [choices, setChoices] = useState(() => usualChoices(shop));
  const key = `dials ${code}`;
  const held = useRef<Turned | null>(null);
  useEffect(() => {
    held.current ??= readKept<Turned>(key, "tab");
    // Once the step is over, its dials are: the next of its kind begins anew.
    if (held.current && held.current.kind !== kind)
      held.current = { kind, dials: { method: held.current.dials.method ?? "plate" } };
    setChoices({ ...usualChoices(shop), ...held.current?.dials });
  }, [key, kind, shop]);
  return [
    choices,
    ({ fits, parting, ...dials }) => {
      held.current = { kind, dials };
      setKept(key, held.current, "tab");
      setChoices({ ...dials, fits, ...(parting ? { parting } : {}) });
    },
  ];
}
