import { format } from "date-fns";
import { useMemo, useState } from "react";
import type { JobEvent } from "../../../core/job/event.ts";
import { standingEvents, type JobState } from "../../../core/job/fold.ts";
import { stageTitles } from "../../../core/job/route.ts";
import type { Family } from "../../../core/stack/family.ts";
import type { Technician } from "../../../server/store/technicians.ts";
import { usePreferences } from "../../ui/preferences.ts";
import { describeEvent } from "./describe-event.ts";

const FIRST_SHOWN = 8;

/** What happened, newest first; what was taken back is struck through and stays. */
export function EventLog({
  events,
  state,
  family,
  technicians,
}: {
  events: readonly JobEvent[];
  state: JobState;
  family: Family;
  technicians: readonly Technician[];
}) {
  const [all, setAll] = useState(false);
  const preferences = usePreferences();
  const standing = useMemo(() => new Set(standingEvents(events).map((event) => event.id)), [events]);
  const newestFirst = [...events].reverse().filter((event) => event.kind !== "undone");
  const shown = all ? newestFirst : newestFirst.slice(0, FIRST_SHOWN);
  return (
    <section aria-labelledby="log-title">
      <h2 id="log-title" className="mb-1 text-lg font-semibold">
        Log
      </h2>
      <ol>
        {shown.map((event) => (
          <li key={event.id} className="border-b border-line py-1.5">
            <div className={standing.has(event.id) ? "" : "text-soft line-through"}>
              {describeEvent(event, state, family, preferences)}
            </div>
            <div className="text-sm text-soft" suppressHydrationWarning>
              {format(event.at, "d MMM HH:mm:ss")} · {stageTitles[event.stage]} ·{" "}
              {technicians.find((person) => person.key === event.who)?.name ?? event.who}
              {standing.has(event.id) ? "" : " · taken back"}
            </div>
          </li>
        ))}
      </ol>
      {newestFirst.length > FIRST_SHOWN && (
        <button type="button" className="control mt-2" onClick={() => setAll(!all)}>
          {all ? "Show the newest only" : `Show all ${newestFirst.length}`}
        </button>
      )}
    </section>
  );
}
