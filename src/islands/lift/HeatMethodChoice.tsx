import { heatMethods, type HeatMethodInfo, type HeatMethodKind } from "../../../core/heat/heat-methods.ts";
import { cautions } from "../../../core/job/cautions.ts";

/** The ways to heat, one press each; a way that is not the job's yet shows its caution when it is picked. */
export function HeatMethodChoice({
  info,
  chosen,
  isOpen,
  onPick,
}: {
  info: HeatMethodInfo;
  /** What the job is on. */
  chosen: HeatMethodKind;
  isOpen: boolean;
  onPick: (kind: HeatMethodKind) => void;
}) {
  return (
    <>
      <details className="mt-2" open={isOpen}>
        <summary className="min-h-12 content-center">
          <span className="font-semibold">{info.title}.</span>{" "}
          <span className="text-soft">Common practice: {info.practice}.</span>
        </summary>
        <div role="group" aria-label="Way to heat" className="flex flex-wrap gap-1.5">
          {heatMethods.map(({ kind, title }) => (
            <button
              key={kind}
              type="button"
              aria-pressed={info.kind === kind}
              className="control border-soft px-3 font-normal aria-pressed:bg-ink aria-pressed:text-on-ink"
              onClick={() => onPick(kind)}
            >
              {title}
            </button>
          ))}
        </div>
      </details>
      {info.kind !== chosen &&
        info.cautions.map((name) => (
          <p key={name} className="edge-hatch mb-2 text-danger">
            <strong>{cautions[name].title}.</strong> {cautions[name].text}
          </p>
        ))}
    </>
  );
}
