import { alloyCautions, jointCheck } from "../../../core/rework/joint.ts";
import type { PanelProps } from "../stage/panel.ts";
import { ContactProbing } from "./ContactProbing.tsx";
import { SolderChoice } from "./SolderChoice.tsx";
import { SolderProfile } from "./SolderProfile.tsx";

/** The joint: its solder and recipe, the profile that it got, and its contacts one by one. */
export function ReworkPanel(props: PanelProps) {
  const { state, family } = props;
  const check = jointCheck(state, family);
  const { pairs, untested, faults } = check;
  const shorts = faults.filter(({ kind }) => kind === "short").length;
  const opens = faults.length - shorts;
  const count = (n: number, one: string) => `${n} ${one}${n === 1 ? "" : "s"}`;
  const found = [shorts > 0 ? count(shorts, "short") : "", opens > 0 ? count(opens, "open") : ""].filter(
    Boolean,
  );
  return (
    <>
      <p className="answer" data-testid="answer">
        {found.length > 0
          ? found.join(", ")
          : untested.length === 0
            ? `All ${pairs.length} pairs sound`
            : `${pairs.length - untested.length} of ${pairs.length} pairs probed`}
      </p>
      {state.alloy && (
        <ul className="edge-hatch mt-2 text-danger" aria-label="Mind">
          {alloyCautions(state.alloy).map((caution) => (
            <li key={caution}>{caution}</li>
          ))}
        </ul>
      )}
      <ContactProbing {...props} check={check} />
      <SolderChoice {...props} />
      <SolderProfile {...props} />
    </>
  );
}
