import { materialLimits } from "../materials/heat-limits.ts";
import type { Family } from "../stack/family.ts";
import { t } from "../../words/heat.ts";

export interface HeatLimit {
  layer: string;
  maxC: number;
  source: string;
}

/** What the layers of a family bear: the family's own value where it names one, else that of the material. */
export const heatLimits = ({ stack }: Pick<Family, "stack">): HeatLimit[] =>
  stack.flatMap(({ name, material, maxC, maxCSource }) => {
    const known = materialLimits[material];
    if (maxC !== undefined)
      return [{ layer: name, maxC, source: maxCSource ?? t("entered-with-the-family-no-source") }];
    return known
      ? [
          {
            layer: name,
            maxC: known.value,
            source: t("source", { kind: known.source.kind, text: known.source.text }),
          },
        ]
      : [];
  });
