import { useEffect, useRef } from "react";
import { stageTitles, type StageName } from "../../../core/stage.ts";
import { t } from "../../../words/work.ts";

export interface PileRow {
  key: string;
  stage: StageName;
  text: () => string;
  status: "done" | "now" | "coming";
}

interface Slab {
  stage: StageName;
  rows: PileRow[];
  /** What is partly done comes up again: the panel that is joined for a test and parted again. */
  status: "done" | "present" | "partly" | "coming";
}

/** One slab for each stage, in the order in which the work first comes to it. */
function slabsOf(rows: readonly PileRow[]): Slab[] {
  const slabs: Slab[] = [];
  for (const row of rows) {
    const slab = slabs.find(({ stage }) => stage === row.stage);
    if (slab) slab.rows.push(row);
    else slabs.push({ stage: row.stage, rows: [row], status: "coming" });
  }
  for (const slab of slabs) {
    const has = (status: PileRow["status"]) => slab.rows.some((row) => row.status === status);
    slab.status = has("now") ? "present" : !has("coming") ? "done" : has("done") ? "partly" : "coming";
  }
  return slabs;
}

/** The one that is done last, the one at hand, and what comes next: as many as a pile shows. */
function nearby(rows: readonly PileRow[]): readonly PileRow[] {
  const at = rows.findIndex(({ status }) => status === "now");
  return rows.slice(Math.max(0, at - 1), at + 4);
}

const slabLook: Record<Slab["status"], string> = {
  done: "border-ink bg-ink text-on-ink",
  present: "border-ink bg-raised font-semibold lg:-rotate-1 lg:border-b-4",
  partly: "border-ink border-l-8",
  coming: "border-dashed border-soft text-soft",
};

/** The plan as a pile: what is done solid, the present slab open with its steps, what comes outlined. A tap anywhere opens the log. */
export function WorkPile({ rows, onOpen }: { rows: readonly PileRow[]; onOpen: () => void }) {
  const slabs = slabsOf(rows);
  const present = useRef<HTMLLIElement>(null);
  const now = slabs.find(({ status }) => status === "present")?.stage;
  useEffect(() => {
    present.current?.scrollIntoView({ block: "nearest", inline: "center" });
  }, [now]);
  return (
    <nav
      aria-label={t("stages")}
      className="min-w-0 cursor-pointer overflow-x-auto border-line p-2 side:overflow-y-auto side:border-r-2"
      onClick={onOpen}
    >
      <ol className="flex gap-1 side:flex-col">
        {slabs.map((slab) => (
          <li
            key={slab.stage}
            ref={slab.status === "present" ? present : undefined}
            data-testid="slab"
            data-status={slab.status}
          >
            <div className={`rounded-xs border-2 px-3 py-1 whitespace-nowrap ${slabLook[slab.status]}`}>
              {stageTitles[slab.stage]}
            </div>
            {slab.status === "present" && (
              <ol className="hidden px-1 py-1 text-sm lg:block">
                {nearby(slab.rows).map(({ key, text, status }) => (
                  <li
                    key={key}
                    className={
                      status === "done"
                        ? "truncate text-done"
                        : status === "now"
                          ? "line-clamp-3 font-semibold"
                          : "truncate text-soft"
                    }
                  >
                    {status === "done" ? "✓ " : ""}
                    {text()}
                  </li>
                ))}
              </ol>
            )}
          </li>
        ))}
      </ol>
    </nav>
  );
}
