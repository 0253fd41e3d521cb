import { useState } from "react";
import type { z } from "zod";
import { describeFaults, faultsByPath } from "../../../core/faults.ts";
import { askServer } from "../../ui/ask-server.ts";

/** Faults by the field that they are at. */
export type Faults = Readonly<Record<string, string>>;

/** What the shop sets, checked by its schema and kept at its address: what is wrong with it, by field, and what became of it. */
export function useKept(schema: z.ZodType<object>, address: string, kept: string) {
  const [faults, setFaults] = useState<Faults>({});
  const [said, setSaid] = useState<string>();
  return {
    faults,
    /** What cannot be read at all. */
    setFaults,
    said,
    setSaid,
    async keep(entered: object): Promise<void> {
      setSaid(undefined);
      const parsed = schema.safeParse(entered);
      setFaults(parsed.success ? {} : faultsByPath(describeFaults(parsed.error, entered)));
      if (!parsed.success) return;
      const asked = await askServer(address, "PUT", parsed.data);
      setSaid("said" in asked ? asked.said : kept);
    },
  };
}
