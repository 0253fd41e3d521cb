import type { HeatMethodInfo } from "../../../core/heat/heat-methods.ts";
import { Figure, Temperature } from "../../ui/quantity.tsx";

/** What a way to heat is set to, with its unit. */
export function Setting({ info, value }: { info: HeatMethodInfo; value: number }) {
  return info.setting.unit === "C" ? <Temperature c={value} /> : <Figure value={value} unit="W/m²" />;
}
