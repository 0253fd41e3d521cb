import { looseParts, pluggable } from "../device/ask.ts";
import type { Scene } from "../device/scene.ts";
import { screwLedger } from "../open/screw-ledger.ts";
import { t } from "../../words/records.ts";
/** What is out and was not put back. */
export function leftOut({ family, state }: Scene): string[] {
  const { connectors, parts, screws, board } = state.open;
  if (state.marks.opened === undefined) return [];
  return [
    ...pluggable(family).flatMap(({ key, name }) => (connectors[key] === "open" ? [name] : [])),
    ...looseParts(family).flatMap(({ key, name }) => (parts[key] === "out" ? [name] : [])),
    ...(board === "isolated"
      ? [family.power === "cell" ? t("battery-connector") : t("supply-connector")]
      : []),
    ...screwLedger(family, screws).left.map(({ size, count }) =>
      t("mm", { count, thread: size.thread, lengthMm: size.lengthMm }),
    ),
  ];
}
