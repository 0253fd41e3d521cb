import { stepKey } from "../fold.ts";
import { confirmStep, type Stage, type Step } from "../step.ts";

export const close: Stage = {
  name: "close",
  question: "Is everything back where it was?",
  steps: (context) => {
    const { family, state } = context;
    const connectors = [...family.connectors].reverse().filter((c) => state.connectorsOpen.includes(c.key));
    return [
      confirmStep(
        context,
        "close",
        "films",
        "Last wipe. Protective films off, the inner one too.",
        "Wiped, films off",
      ),
      ...connectors.map((connector): Step => ({
        key: `connector-${connector.key}`,
        ask: `${connector.name} back (${connector.kind}), tape over it last.`,
        press: "Closed",
        done: state.connectorsClosed.includes(connector.key),
        draft: () => ({ stage: "close", kind: "connector-closed", data: { connector: connector.key } }),
      })),
      confirmStep(
        context,
        "close",
        "shut",
        "Fold shut from the hinge edge, cables tucked, squeeze all round.",
        "Shut",
      ),
      ...[...family.screws].reverse().map((size): Step => {
        const out = (state.screwsTaken[size.key] ?? 0) - (state.screwsReturned[size.key] ?? 0);
        return {
          key: `screws-${size.key}`,
          ask: `Back with ${size.count} × ${size.thread} × ${size.lengthMm} mm: ${size.where}. A long one in a short hole cracks the panel.`,
          press: `All ${out} back`,
          done: out <= 0,
          optional: true,
          skipped: stepKey("close", `screws-${size.key}`) in state.stepsSkipped,
          draft: () => ({ stage: "close", kind: "screws-returned", data: { size: size.key, count: out } }),
          alternatives: [
            {
              label: "One back",
              draft: () => ({ stage: "close", kind: "screws-returned", data: { size: size.key, count: 1 } }),
            },
          ],
        };
      }),
      confirmStep(
        context,
        "close",
        "outside",
        "Prove it once more, clean the whole device outside.",
        "Clean and working",
      ),
    ];
  },
};
