import { alloyNamed } from "../../materials/alloys.ts";
import { contactsOf, jointCheck, jointFaults, jointOf } from "../../rework/joint.ts";
import type { EventDraft } from "../event.ts";
import { confirmStep, type Stage, type Step, type StepContext } from "../step.ts";

/** Contacts are probed one pair after the other; a press says what is right for the pair, the other button what is wrong. */
function probeStep({ state, family }: StepContext): Step {
  const check = jointCheck(state, family);
  const { next, pairs, untested, contradictions } = check;
  const faults = jointFaults(check);
  const read = (reading: "beep" | "silence") => (): EventDraft => ({
    stage: "rework",
    kind: "contact-probed",
    data: { a: next?.a ?? 1, b: next?.b ?? 2, reading },
  });
  if (!next) {
    return {
      key: "probe",
      ask: faults
        ? `Not sound: ${faults}. Wick it out, solder it again, probe again.`
        : contradictions.length > 0
          ? `Contacts ${contradictions[0]!.a} and ${contradictions[0]!.b} were silent although others join them: a probe slipped. Probe them again.`
          : `All ${pairs.length} pairs as they should be.`,
      press: "Probe again from the first",
      done: faults === "" && contradictions.length === 0,
      draft: () => ({ stage: "rework", kind: "contacts-planned", data: contactsOf(state, family) }),
    };
  }
  const isJoin = next.expected === "beep";
  return {
    key: "probe",
    ask: `Probe ${next.a} and ${next.b}: ${isJoin ? "they are joined, a beep is right" : "silence is right"}. ${untested.length} of ${pairs.length} left.${faults ? ` So far ${faults}.` : ""}`,
    press: isJoin ? "Beep" : "Silence",
    done: false,
    caution: "meter",
    draft: read(next.expected),
    alternatives: [
      isJoin
        ? { label: "Silence: open", draft: read("silence") }
        : { label: "Beep: short", draft: read("beep") },
    ],
  };
}

export const rework: Stage = {
  name: "rework",
  question: "Are the joints sound and silent between neighbours?",
  steps: (context) => {
    const { family, state } = context;
    const { name, pins, delicate } = jointOf(family);
    const alloy = state.alloy ? alloyNamed(state.alloy.alloy) : null;
    return [
      {
        key: "alloy",
        ask: "Choose the solder, and say what was there before.",
        press: "Use this solder",
        done: alloy !== null,
        draft: () => ({
          stage: "rework",
          kind: "alloy-chosen",
          data: { alloy: delicate ? "Sn42Bi58" : "SAC305", before: "unknown" },
        }),
      },
      confirmStep(context, "rework", "shield", "Heat-proof tape all round the joints.", "Shielded"),
      confirmStep(
        context,
        "rework",
        "off",
        `Desolder the old ${name} and clear the pads with braid.`,
        "Old one off",
        { caution: "solder" },
      ),
      confirmStep(
        context,
        "rework",
        "align",
        pins > 0
          ? `Set the new ${name} on its ${pins} locating pins before any solder: flat, every pin through.`
          : `Lay the new ${name} in line by its outer contacts, and hold it with tape before any solder.`,
        pins > 0 ? "Pins home" : "In line",
      ),
      confirmStep(
        context,
        "rework",
        "solder",
        `Solder it with fresh ${alloy?.name ?? ""} paste and thin flux.`.replace("  ", " "),
        "Soldered",
        { caution: "solder" },
      ),
      confirmStep(
        context,
        "rework",
        "flux",
        "Iron and air off and cold; then clean off the flux.",
        "Flux off",
        {
          caution: "solvent",
        },
      ),
      probeStep(context),
    ];
  },
};
