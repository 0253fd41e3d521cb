import type { JobEvent } from "../../../core/job/event.ts";
import { settingWords } from "../../../core/job/setting-words.ts";
import { readingKinds } from "../../../core/job/event.ts";
import { routes, stageTitles } from "../../../core/job/route.ts";
import { stages } from "../../../core/job/stages.ts";
import type { JobState } from "../../../core/job/fold.ts";
import { residuePct } from "../../../core/clean/residue.ts";
import { damageKinds, damageSize } from "../../../core/intake/damage.ts";
import { numbersText, screwName } from "../../../core/open/screw-ledger.ts";
import { answerNamed, questionNamed } from "../../../core/route/decision-tree.ts";
import { calculateRouteChoice } from "../../../core/route/route-choice.ts";
import { calculateLiftStress } from "../../../core/lift/lift-stress.ts";
import { judgeInspection } from "../../../core/prove/acceptance.ts";
import type { PanelTested } from "../../../core/prove/panel-test.ts";
import { calculatePixelFaults } from "../../../core/prove/pixel-faults.ts";
import { listed } from "../../../core/words.ts";
import { lightingWords } from "../../../core/prove/find-defects.ts";
import { methodOf } from "../../../core/heat/heat-methods.ts";
import type { Preferences } from "../../ui/preferences.ts";
import { lengthText, temperatureText } from "../../ui/quantity.tsx";
import type { Family } from "../../../core/stack/family.ts";

const results = { pass: "passed", fail: "failed", "not-fitted": "not fitted" } as const;

function describeSetting([name, value]: readonly [string, number], preferences: Preferences): string {
  const [label, unit] = settingWords[name] ?? [name, ""];
  if (unit === "°C") return `${label} ${temperatureText(value, preferences)}`;
  return `${label} ${Number(value.toFixed(2))} ${unit}`.trim();
}

function stepAsk(event: JobEvent, step: string, state: JobState, family: Family): string {
  const known = stages[event.stage].steps({ state, family, nowMs: 0 }).find((s) => s.key === step);
  return known ? `${known.press}` : step;
}

function describeScrews(
  event: Extract<JobEvent, { kind: "screws-taken" | "screws-returned" }>,
  family: Family,
): string {
  const way = event.kind === "screws-taken" ? "out" : "back";
  const { data } = event;
  if ("size" in data) {
    const size = family.screws.find((s) => s.key === data.size);
    return `${data.count} × ${size ? screwName(size) : data.size} ${way}`;
  }
  if ("cells" in data) return `${data.cells.length > 1 ? "Screws" : "Screw"} ${numbersText(data.cells)} out`;
  const atHome = data.screws.filter(({ cell, hole }) => cell === hole).map(({ cell }) => cell);
  const words = [
    ...(atHome.length > 0 ? [numbersText(atHome)] : []),
    ...data.screws
      .filter(({ cell, hole }) => cell !== hole)
      .map(({ cell, hole, meant }) => `${cell} into hole ${hole}${meant ? " (meant)" : ""}`),
  ];
  return `${data.screws.length > 1 ? "Screws" : "Screw"} ${words.join(", ")} back`;
}

function describePanelTest(data: PanelTested): string {
  switch (data.part) {
    case "patterns": {
      const bad = data.seen.filter(({ good }) => !good).map(({ pattern }) => pattern);
      return `Patterns ${data.source === "panel" ? "on the panel" : "compared"}: ${bad.length > 0 ? `wrong on ${listed(bad)}` : `${data.seen.length} good`}`;
    }
    case "pixels":
      return `Pixel faults: ${data.faults.length}, class ${calculatePixelFaults({ widthPx: data.widthPx, heightPx: data.heightPx, faults: data.faults }).class}`;
    case "pacing":
      return `Pictures every ${data.medianMs.toFixed(1)} ms, ${data.latePct.toFixed(1)} % late`;
    case "touch":
      return `Touch: ${Math.round(data.coveragePct)} % answers, ${data.verdict}`;
  }
}

/** One line for the log: what an event says, in the words of the bench. */
export function describeEvent(
  event: JobEvent,
  state: JobState,
  family: Family,
  preferences: Preferences,
): string {
  switch (event.kind) {
    case "job-opened":
      return `Job opened: ${routes[event.data.route].title.toLowerCase()}. ${event.data.complaint}`;
    case "stage-started":
      return `${stageTitles[event.stage]} started`;
    case "stage-ended":
      return `${stageTitles[event.stage]} ended`;
    case "step-done":
      return stepAsk(event, event.data.step, state, family);
    case "step-skipped":
      return `Skipped: ${stepAsk(event, event.data.step, state, family).toLowerCase()}`;
    case "power-isolated":
      return "Power isolated";
    case "connector-opened":
    case "connector-closed": {
      const name =
        family.connectors.find((c) => c.key === event.data.connector)?.name ?? event.data.connector;
      return `${name} ${event.kind === "connector-opened" ? "open" : "closed"}`;
    }
    case "power-live":
      return "Power button: still alive";
    case "screws-taken":
    case "screws-returned":
      return describeScrews(event, family);
    case "screw-missed":
      return `Screw ${event.data.cell} is missing`;
    case "screw-found":
      return event.data.from === "stock"
        ? `Screw ${event.data.cell} from stock${event.data.lengthMm ? `, ${event.data.lengthMm} mm` : ""}`
        : `Screw ${event.data.cell} found`;
    case "screw-left-over":
      return `A screw left over: ${event.data.note}`;
    case "screw-left-over-settled":
      return `Left-over screw settled: ${event.data.note}`;
    case "liners-counted":
      return `${event.data.count} liners counted`;
    case "question-answered": {
      const { question, answer } = event.data;
      return `${questionNamed(question).ask} ${answerNamed(question, answer)?.label ?? answer}`;
    }
    case "damage-marked": {
      const { lengthMm, areaMm2 } = damageSize(event.data);
      const size = areaMm2 > 0 || lengthMm > 0 ? `, ${lengthText(lengthMm, preferences)}` : "";
      return `${damageKinds[event.data.damage].label}${size}${event.data.note ? `: ${event.data.note}` : ""}`;
    }
    case "quoted": {
      const { choice } = calculateRouteChoice(event.data.input);
      return `Quoted: ${routes[event.data.agreed].title.toLowerCase()} agreed${choice ? `, advised was ${choice.toLowerCase()}` : ""}`;
    }
    case "photo-added":
      return `Photo${event.data.caption ? `: ${event.data.caption}` : ""}`;
    case "family-adopted":
      return `Goes on with version ${event.data.version} of ${family.code}`;
    case "setting-chosen":
      return `${event.data.method ? methodOf(event.data.method).title : "Settings"}: ${Object.entries(
        event.data.settings,
      )
        .map((setting) => describeSetting(setting, preferences))
        .join(", ")}`;
    case "wedge-read": {
      const { input, glueC } = event.data;
      const { verdict, fractureEnergyJm2 } = calculateLiftStress(input);
      const front = lengthText(input.frontMm ?? 0, preferences);
      return `Wedge ${lengthText(input.wedgeMm, preferences)}, front at ${front}, ${temperatureText(glueC, preferences)}: ${fractureEnergyJm2.toPrecision(2)} J/m², ${verdict}`;
    }
    case "reading-taken": {
      const { label, unit } = readingKinds[event.data.quantity];
      const [first, ...more] = event.data.values;
      const one = first!.value;
      const text =
        unit === "C"
          ? temperatureText(one, preferences)
          : unit === "mm"
            ? lengthText(one, preferences)
            : `${one} ${unit}`;
      const shown = more.length === 0 ? text : `${more.length + 1} values from ${text}`;
      return `${label}: ${shown}${event.data.source === "simulated" ? " (simulated)" : ""}`;
    }
    case "note-written":
      return `Note: ${event.data.text}`;
    case "timer-started":
      return `${event.data.label}: ${Math.round(event.data.durationS)} s started`;
    case "timer-stopped":
      return `Timer stopped: ${event.data.timer.replaceAll("-", " ")}`;
    case "stretch-cut":
      return `Cut: ${event.data.edge} edge ${lengthText(event.data.fromMm, preferences)} to ${lengthText(event.data.toMm, preferences)}`;
    case "pace-marked":
      return `Glue ${event.data.pace}: ${event.data.edge} edge ${lengthText(event.data.fromMm, preferences)} to ${lengthText(event.data.toMm, preferences)}`;
    case "solvent-chosen": {
      const { solvent, volumeMl, evaporateMin } = event.data;
      return `Solvent: ${volumeMl} ml ${solvent}, dries off in ${evaporateMin} min`;
    }
    case "axis-read":
      return `Light at ${event.data.angleDeg}°, ${event.data.film} film: ${Number(event.data.level.toPrecision(4))}${event.data.source === "hand" ? "" : ` (${event.data.source})`}`;
    case "axis-chosen":
      return `Axis of the ${event.data.film} film: ${Number(event.data.axisDeg.toFixed(1))}°, ${event.data.from === "picture" ? "by the picture" : event.data.from}`;
    case "film-taken": {
      const { film, widthMm, heightMm, sheet, lot } = event.data;
      return `Cut: ${film} film ${lengthText(widthMm, preferences)} × ${lengthText(heightMm, preferences)} from ${sheet}, lot ${lot}`;
    }
    case "residue-marked":
      return `Glue left: ${residuePct(family.outline, [event.data]).toFixed(1)} % of the panel`;
    case "residue-cleared":
      return "Patch gone";
    case "photo-inspected": {
      const { defects, lighting, source } = event.data;
      const counted = defects.filter(({ overruled }) => !overruled);
      const { verdict } = judgeInspection(family, event.data);
      return `Looked through ${lightingWords[lighting]}${source === "simulated" ? " (simulated)" : ""}: ${counted.length} ${counted.length === 1 ? "defect" : "defects"}, ${verdict}${defects.length > counted.length ? `; ${defects.length - counted.length} overruled` : ""}`;
    }
    case "panel-tested":
      return describePanelTest(event.data);
    case "alloy-chosen":
      return `Solder: ${event.data.alloy}, before it ${event.data.before}`;
    case "profile-read": {
      const { source, readings } = event.data;
      const peakC = Math.max(...readings.map(({ temperatureC }) => temperatureC));
      return `Soldering profile, ${readings.length} readings, peak ${temperatureText(peakC, preferences)}${source === "simulated" ? " (simulated)" : ""}`;
    }
    case "contacts-planned":
      return `${event.data.contacts} contacts to probe, ${event.data.mode}`;
    case "contact-probed":
      return `Contacts ${event.data.a} and ${event.data.b}: ${event.data.reading}`;
    case "function-checked": {
      const name = family.functions.find((f) => f.key === event.data.function)?.name ?? event.data.function;
      return `${name} ${results[event.data.result]}${event.data.note ? `: ${event.data.note}` : ""}`;
    }
    case "part-spent":
      return `Spent: ${event.data.quantity} ${event.data.unit} ${event.data.part}${event.data.lot ? `, lot ${event.data.lot}` : ""}`;
    case "lot-chosen":
      return `Lot ${event.data.lot}: ${event.data.material}${event.data.expiresOn ? `, good until ${event.data.expiresOn}` : ""}`;
    case "school-chosen":
      return event.data.school === "sheet" ? "Laid with adhesive film" : "Laid with liquid";
    case "pattern-chosen":
      return `Pattern: ${event.data.name}, ${event.data.pieces.length} ${event.data.pieces.length === 1 ? "piece" : "pieces"}`;
    case "bubble-marked":
      return `Bubble: ${lengthText(event.data.diameterMm, preferences)} wide`;
    case "bubble-settled":
      return { gone: "Bubble gone", left: "Bubble left as it is", rework: "Bubble wants rework" }[
        event.data.as
      ];
    case "route-changed":
      return `Route changed to ${routes[event.data.to].title.toLowerCase()}: ${event.data.reason}`;
    case "hold-overridden":
      return `Hold "${event.data.hold.replaceAll("-", " ")}" passed, signed: ${event.data.reason}`;
    case "sent-back":
      return `Sent back from ${stageTitles[event.stage].toLowerCase()} to ${stageTitles[event.data.to].toLowerCase()}: ${event.data.reason}`;
    case "customer-told":
      return `Told: ${event.data.text}`;
    case "job-held":
      return `On hold: ${event.data.reason}`;
    case "job-released":
      return "Hold released";
    case "job-ended":
      return `Job over: ${event.data.outcome}${event.data.note ? `. ${event.data.note}` : ""}`;
    case "undone":
      return "Taken back";
  }
}
