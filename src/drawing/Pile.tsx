import { stageTitles, type StageName } from "../../core/job/route.ts";

export interface Slab {
  stage: StageName;
  status: "done" | "present" | "coming";
}

/** The stages of a job as a pile of slabs, top first: done ones solid, coming ones outlined, the present one lifted. */
export function Pile({
  slabs,
  viewed,
  onView,
}: {
  slabs: readonly Slab[];
  viewed: StageName;
  onView: (stage: StageName) => void;
}) {
  return (
    <nav aria-label="Stages" className="no-print min-w-0">
      <ol className="relative flex snap-x gap-1.5 overflow-x-auto px-1 py-3 lg:flex-col lg:gap-1 lg:overflow-visible lg:py-2">
        {slabs.map(({ stage, status }) => (
          <li
            key={stage}
            className={status === "present" ? "lg:pt-3 lg:pb-1" : undefined}
            ref={(item) => {
              if (
                item &&
                stage === viewed &&
                item.parentElement &&
                item.parentElement.scrollWidth > item.parentElement.clientWidth
              ) {
                item.parentElement.scrollLeft = item.offsetLeft - 60;
              }
            }}
          >
            <button
              type="button"
              aria-current={stage === viewed ? "step" : undefined}
              onClick={() => onView(stage)}
              className={[
                "eases flex min-h-12 w-full snap-start items-center gap-2 rounded-xs border-2 px-4 text-left whitespace-nowrap lg:w-40 lg:shadow-[3px_3px_0_0_var(--line)]",
                status === "done" ? "border-ink bg-ink text-on-ink" : "border-ink bg-raised text-ink",
                status === "coming" ? "border-dashed border-soft text-soft" : "",
                status === "present" ? "origin-bottom-left -rotate-3 border-b-4 font-semibold" : "",
                stage === viewed ? "underline decoration-2 underline-offset-4" : "",
              ].join(" ")}
            >
              {stageTitles[stage]}
              <span className="sr-only">
                {status === "done" ? ", done" : status === "present" ? ", at hand" : ", to come"}
              </span>
            </button>
          </li>
        ))}
      </ol>
    </nav>
  );
}
