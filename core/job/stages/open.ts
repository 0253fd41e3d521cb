import { confirmStep, type Stage, type Step } from "../step.ts";

const off: Record<string, { ask: string; press: string }> = {
  cell: { ask: "Switch it off. Cards and trays out first; they jam on the frame.", press: "Off, trays out" },
  mains: { ask: "Unplug it and wait for the capacitors.", press: "Unplugged, waited" },
  supply: { ask: "Switch it off and take the supply cable out.", press: "Off, cable out" },
};
const isolate: Record<string, string> = {
  cell: "Isolate the battery before you touch any other connector.",
  mains: "Meter across the supply: prove that no voltage is left.",
  supply: "Isolate the supply at the board before you touch any other connector.",
};

export const open: Stage = {
  name: "open",
  question: "How does it come apart, so that it goes back together?",
  steps: (context) => {
    const { family, state } = context;
    const screws = family.screws.map((size): Step => ({
      key: `screws-${size.key}`,
      ask: `Out with ${size.count} × ${size.thread} × ${size.lengthMm} mm, ${size.head}: ${size.where}. Into their own cell.`,
      press: `All ${size.count} out`,
      done: (state.screwsTaken[size.key] ?? 0) >= size.count,
      draft: () => ({
        stage: "open",
        kind: "screws-taken",
        data: { size: size.key, count: size.count - (state.screwsTaken[size.key] ?? 0) },
      }),
      alternatives: [
        {
          label: "One out",
          draft: () => ({ stage: "open", kind: "screws-taken", data: { size: size.key, count: 1 } }),
        },
      ],
    }));
    const connectors = family.connectors.map((connector): Step => ({
      key: `connector-${connector.key}`,
      ask: `${connector.name} (${connector.kind}): ${connector.opens}. Tape over it comes off first.`,
      press: "Open",
      done: state.connectorsOpen.includes(connector.key),
      draft: () => ({ stage: "open", kind: "connector-opened", data: { connector: connector.key } }),
    }));
    return [
      confirmStep(context, "open", "power-off", off[family.power]!.ask, off[family.power]!.press, {
        caution: family.power === "mains" ? "mains" : undefined,
      }),
      ...screws,
      {
        key: "isolate",
        ask: isolate[family.power]!,
        press: "Isolated",
        done: state.powerIsolated !== null,
        caution: family.power === "cell" ? "cell" : family.power === "mains" ? "mains" : undefined,
        draft: () => ({ stage: "open", kind: "power-isolated", data: {} }),
      },
      confirmStep(context, "open", "proved-dead", "Press the power button: is it dead?", "Dead"),
      ...connectors,
      ...family.parts.map((part) =>
        confirmStep(
          context,
          "open",
          `move-${part.key}`,
          `Take out ${part.name}${part.irreplaceable ? "; it cannot be replaced" : ""}. It moves to the new layer.`,
          "Out and safe",
        ),
      ),
    ];
  },
};
