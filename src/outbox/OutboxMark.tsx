import { CloudUpload } from "lucide-react";
import { Popover } from "radix-ui";
import { theOutbox, useSettledEntries } from "./useOutbox.ts";

const times = (count: number, one: string, many: string) => `${count} ${count === 1 ? one : many}`;

/** What waits in this browser for the server, of all jobs: nothing is shown where nothing does. From when it is shown on, it outlives the browser. */
export function OutboxMark() {
  const entries = useSettledEntries();
  if (entries.length === 0) return null;
  const refused = entries.filter((entry) => entry.refused !== null).length;
  const waiting = entries.length - refused;
  const codes = [...new Set(entries.map(({ code }) => code))];
  const said = [
    ...(waiting > 0 ? [times(waiting, "entry is not sent yet", "entries are not sent yet")] : []),
    ...(refused > 0 ? [times(refused, "was not taken", "were not taken")] : []),
  ].join(", ");
  return (
    <Popover.Root>
      <Popover.Trigger
        aria-label={said}
        className={`inline-flex min-h-12 items-center gap-2 border-2 px-3 font-semibold ${refused > 0 ? "border-danger text-danger" : "border-heat text-heat"}`}
      >
        <CloudUpload aria-hidden size={20} /> {entries.length}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={6}
          className="z-50 max-w-96 border-2 border-ink bg-ground p-3"
        >
          <p>
            {theOutbox().isLoose ? "Only on this page, which must stay open" : "Kept in this browser"}: {said}
            . Entries are sent by themselves once the server answers.
          </p>
          <ul>
            {codes.map((code) => {
              const own = entries.filter((entry) => entry.code === code);
              return (
                <li key={code}>
                  <a href={`/jobs/${code}`} className="inline-flex min-h-12 items-center gap-2 underline">
                    {code}: {own.length}
                    {own.some((entry) => entry.refused !== null) && ", look at what was not taken"}
                  </a>
                </li>
              );
            })}
          </ul>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
