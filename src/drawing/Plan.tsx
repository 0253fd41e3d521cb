import { memo } from "react";
import type { Damage } from "../../core/intake/damage.ts";
import type { Family } from "../../core/stack/family.ts";
import { DamageMark } from "./DamageMark.tsx";
import { PlanFrame } from "./PlanFrame.tsx";

/** The panel from the viewer's side: what is in the way, and what is broken. */
export const Plan = memo(function Plan({
  family: { outline, borderMm, features, windows },
  damage = [],
  fills = false,
  title,
}: {
  family: Pick<Family, "outline" | "borderMm" | "features" | "windows">;
  damage?: readonly Damage[];
  fills?: boolean;
  title: string;
}) {
  return (
    <PlanFrame {...{ outline, borderMm, features, windows, title, fills }} role="img">
      {({ unit, prefix }) => (
        <>
          {damage.map((marked, i) => (
            <DamageMark key={i} {...{ marked, unit, prefix }} />
          ))}
        </>
      )}
    </PlanFrame>
  );
});
