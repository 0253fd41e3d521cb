import { useEffect, useState } from "react";
import type { NamedPattern } from "../../../core/bond/pattern.ts";
import { askServer } from "../../ui/ask-server.ts";
import { t } from "../../../words/bond.ts";

/** The patterns that are kept with a family. */
export function useFamilyPatterns(familyCode: string) {
  const address = `/api/families/${familyCode}/patterns`;
  const [patterns, setPatterns] = useState<NamedPattern[]>([]);
  const [said, setSaid] = useState<string>();
  useEffect(() => {
    void fetch(address)
      .then(async (answer) => {
        if (answer.ok) setPatterns((await answer.json()) as NamedPattern[]);
      })
      // Without them the shipped ones are there.
      .catch(() => undefined);
  }, [address]);
  const ask = async (method: "PUT" | "DELETE", body: object, done: string): Promise<boolean> => {
    const asked = await askServer(address, method, body, t("no-answer-from-the-server-the-pattern"));
    setSaid("said" in asked ? asked.said : done);
    if ("said" in asked) return false;
    setPatterns((await asked.answer.json()) as NamedPattern[]);
    return true;
  };
  return {
    patterns,
    said,
    keep: (pattern: NamedPattern) => ask("PUT", pattern, t("kept")),
    forget: (name: string) => ask("DELETE", { name }, t("forgotten")),
  };
}
