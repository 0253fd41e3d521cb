import { z } from "zod";
import { describeFaults, type Fault } from "../core/faults.ts";
import { utcTime } from "../core/units.ts";

const asked = z.object({ from: utcTime(), to: utcTime() });

/** The time that an address asks for (`?from=` and `to=`), or what is wrong with it. */
export function timeAsked(url: URL): { fromMs: number; toMs: number } | { faults: Fault[] } {
  const search = Object.fromEntries(url.searchParams);
  const parsed = asked.safeParse(search);
  return parsed.success
    ? { fromMs: Date.parse(parsed.data.from), toMs: Date.parse(parsed.data.to) }
    : { faults: describeFaults(parsed.error, search) };
}
