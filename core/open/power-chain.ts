import { pluggable } from "../device/ask.ts";
import type { Scene } from "../device/scene.ts";
import { t } from "../../words/open.ts";

/** A joint in the way of the power, joined or parted as it stands on the bench. */
export interface PowerLink {
  key: "plug" | "supply" | `connector ${string}`;
  name: string;
  isJoined: boolean;
}

export interface PowerChain {
  /** From the wall or the battery to the board, in order. */
  supply: readonly PowerLink[];
  /** From the board to the panel, each beside the others. */
  panel: readonly PowerLink[];
  /** `live`: nothing says that it is not; `isolated`: parted and not yet proved; `dead`: parted and proved. */
  board: "running" | "live" | "isolated" | "dead";
}

/**
 * The way of the power through the device, as far as it is recorded: from the source to the board, and on to the panel.
 *
 * @example
 * powerChain(scene).board // "running"
 */
export function powerChain({ family, state }: Pick<Scene, "family" | "state">): PowerChain {
  const { plugged, board, on, provedDead, connectors } = state.open;
  const isMains = family.power === "mains";
  return {
    supply: [
      ...(family.power === "cell"
        ? []
        : [{ key: "plug", name: isMains ? "plug" : t("supply-cable"), isJoined: plugged } as const]),
      {
        key: "supply",
        name: family.power === "cell" ? "battery" : "supply",
        isJoined: board === "joined",
      },
    ],
    panel: pluggable(family).map(({ key, name }) => ({
      key: `connector ${key}` as const,
      name,
      isJoined: connectors[key] !== "open",
    })),
    board: on ? "running" : board === "joined" ? "live" : provedDead ? "dead" : "isolated",
  };
}
