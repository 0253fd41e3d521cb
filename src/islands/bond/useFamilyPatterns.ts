import { useCallback, useEffect, useState } from "react";
import type { NamedPattern } from "../../../core/bond/pattern.ts";
import type { Problem } from "../../../server/problem.ts";

/** The patterns that are kept with a family. */
export function useFamilyPatterns(familyCode: string) {
  const address = `/api/families/${familyCode}/patterns`;
  const [patterns, setPatterns] = useState<NamedPattern[]>([]);
  const [said, setSaid] = useState<string>();
  const read = useCallback(async () => {
    const answer = await fetch(address);
    if (answer.ok) setPatterns((await answer.json()) as NamedPattern[]);
  }, [address]);
  useEffect(() => {
    // Without them the shipped ones are there.
    void read().catch(() => undefined);
  }, [read]);
  const ask = async (method: "PUT" | "DELETE", body: object, done: string): Promise<boolean> => {
    try {
      const answer = await fetch(address, {
        method,
        headers: { "content-type": "application/json" },
        body: JSON.stringify(body),
      });
      setSaid(answer.ok ? done : ((await answer.json()) as Problem).detail);
      if (answer.ok) await read();
      return answer.ok;
    } catch {
      setSaid("No answer from the server. The pattern is still here: press again.");
      return false;
    }
  };
  return {
    patterns,
    said,
    keep: (pattern: NamedPattern) => ask("PUT", pattern, "Kept."),
    forget: (name: string) => ask("DELETE", { name }, "Forgotten."),
  };
}
