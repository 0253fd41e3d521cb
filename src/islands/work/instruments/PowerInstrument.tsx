import { powerChain, type PowerLink } from "../../../../core/open/power-chain.ts";
import type { Family } from "../../../../core/stack/family.ts";
import { PowerView } from "../../../drawing/PowerView.tsx";
import type { InstrumentProps } from "../instrument.ts";
import { t } from "../../../../words/work.ts";

const askedBy: Readonly<Record<string, PowerLink["key"]>> = {
  unplugged: "plug",
  "plugged-in": "plug",
  isolated: "supply",
  "supply-joined": "supply",
};
const sources: Record<Family["power"], string> = { cell: "battery", mains: "mains", supply: "socket" };

/** Where the power stands: what is joined, what is parted, whether the board was proved dead. */
export function PowerInstrument({ scene, kind }: InstrumentProps) {
  return (
    <PowerView
      chain={powerChain(scene)}
      source={sources[scene.family.power]}
      asked={askedBy[kind]}
      title={t("the-power-in-from-the-source-to", { code: scene.family.code })}
    />
  );
}
