import { capitalised } from "../words.ts";
import type { Family } from "./family.ts";

/** How the members of a list are told apart; an edge feature and a window have no name of their own but their label. */
const nameOf: Partial<Record<keyof Family, (member: never) => string>> = {
  stack: (layer: Family["stack"][number]) => layer.name,
  ownMaterials: (material: Family["ownMaterials"][number]) => material.name,
  features: (feature: Family["features"][number]) => `${feature.kind} ${feature.label}`,
  windows: (window: Family["windows"][number]) => window.label,
  seams: (seam: Family["seams"][number]) => seam.route,
  costs: (cost: Family["costs"][number]) => cost.route,
  screws: (size: Family["screws"][number]) => `${size.thread} × ${size.lengthMm} mm`,
  connectors: (connector: Family["connectors"][number]) => connector.name,
  functions: (f: Family["functions"][number]) => f.name,
  parts: (part: Family["parts"][number]) => part.name,
  routes: (route: string) => route,
  notes: (note: string) => note,
};

const listWords: Partial<Record<keyof Family, string>> = {
  stack: "Layer",
  ownMaterials: "Material",
  features: "Edge",
  windows: "Window",
  seams: "Seam of route",
  costs: "Cost of route",
  screws: "Screw",
  connectors: "Connector",
  functions: "Function",
  parts: "Part",
  routes: "Route",
  notes: "Note",
};

/** A field's name as a person says it: thicknessUm becomes "thickness, µm". */
function fieldWords(field: string): string {
  const units: [RegExp, string][] = [
    [/Wm2K$/, ", W/m²K"],
    [/MmS$/, ", mm/s"],
    [/Mm$/, ", mm"],
    [/Um$/, ", µm"],
    [/Minor$/, ", minor unit"],
    [/C$/, ", °C"],
    [/S$/, ", s"],
    [/In$/, ", in"],
  ];
  const unit = units.find(([pattern]) => pattern.test(field));
  const bare = unit ? field.replace(unit[0], "") : field;
  return `${bare.replace(/([A-Z])/g, (letter) => ` ${letter.toLowerCase()}`)}${unit?.[1] ?? ""}`;
}

const said = (value: unknown): string =>
  value === undefined
    ? "nothing"
    : Array.isArray(value)
      ? `${value.length} entries`
      : typeof value === "object"
        ? Object.entries(value as object)
            .map(([field, inner]) => `${fieldWords(field)} ${said(inner)}`)
            .join("; ")
        : String(value);

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

function changes(before: Record<string, unknown>, after: Record<string, unknown>): string {
  const fields = [...new Set([...Object.keys(before), ...Object.keys(after)])];
  return fields
    .filter((field) => !same(before[field], after[field]))
    .map((field) => `${fieldWords(field)} from ${said(before[field])} to ${said(after[field])}`)
    .join("; ");
}

/** The members of a list by their names; of those that share one, the second is "… (2)". */
function byName(list: keyof Family, members: readonly unknown[]): Map<string, unknown> {
  const name = nameOf[list] as (member: unknown) => string;
  const named = new Map<string, unknown>();
  for (const member of members) {
    const bare = name(member);
    let own = bare;
    for (let n = 2; named.has(own); n += 1) own = `${bare} (${n})`;
    named.set(own, member);
  }
  return named;
}

function listDifference(list: keyof Family, before: readonly unknown[], after: readonly unknown[]): string[] {
  const words = listWords[list]!;
  const [were, are] = [byName(list, before), byName(list, after)];
  const gone = [...were.keys()].filter((name) => !are.has(name)).map((name) => `${words} ${name}: gone`);
  const other = [...are].flatMap(([name, member]) => {
    const was = were.get(name);
    if (was === undefined) return [`${words} ${name}: new`];
    if (same(was, member)) return [];
    return [
      `${words} ${name}: ${changes(was as Record<string, unknown>, member as Record<string, unknown>)}`,
    ];
  });
  const kept = [...are.keys()].filter((name) => were.has(name));
  const keptBefore = [...were.keys()].filter((name) => are.has(name));
  return [...gone, ...other, ...(same(kept, keptBefore) ? [] : [`${words}: another order`])];
}

/** What differs between two versions of a family, a line for each thing; empty where nothing does. */
export function familyDifference(before: Family, after: Family): string[] {
  const fields = [...new Set([...Object.keys(before), ...Object.keys(after)])] as (keyof Family)[];
  return fields.flatMap((field) => {
    const [was, is] = [before[field], after[field]];
    if (same(was, is)) return [];
    if (Array.isArray(was) && Array.isArray(is)) return listDifference(field, was, is);
    const words = fieldWords(field);
    return [`${capitalised(words)}: from ${said(was)} to ${said(is)}`];
  });
}
