import { isHeatedMethod, type Family, type Seam } from "../../../core/stack/family.ts";
import { routes, type RouteName } from "../../../core/route/routes.ts";
import { keyOf } from "../../../core/key-of.ts";
import { t } from "../../../words/family.ts";

/** A family before anything is drawn: what nobody wants to type twice. */
export const emptyFamily = (): Family => ({
  code: "",
  wayIn: "from the back",
  gluedBack: false,
  oneOff: false,
  name: "",
  kind: "",
  diagonalIn: NaN,
  outline: { widthMm: 150, heightMm: 90 },
  borderMm: 5,
  features: [],
  windows: [],
  ownMaterials: [],
  stack: [],
  survivesParting: true,
  routes: ["assembly"],
  seams: [],
  costs: [],
  power: "cell",
  screws: [],
  connectors: [],
  functions: [{ key: "picture", name: t("picture"), how: t("black-white-and-colours-no-new-line") }],
  parts: [],
  notes: [],
});

function withKeys<Entry extends { key: string }>(
  entries: readonly Entry[],
  name: (entry: Entry) => string,
): Entry[] {
  const taken = new Set(entries.map((entry) => entry.key).filter(Boolean));
  return entries.map((entry) => {
    if (entry.key) return entry;
    const base = keyOf(name(entry)) || "entry";
    let key = base;
    for (let n = 2; taken.has(key); n += 1) key = `${base}-${n}`;
    taken.add(key);
    return { ...entry, key };
  });
}

/** Entries that speak of something by its name, once it has another. */
const renamed = <Entry extends object>(
  entries: readonly Entry[],
  field: keyof Entry,
  from: string,
  to: string,
): Entry[] => entries.map((entry) => (from && entry[field] === from ? { ...entry, [field]: to } : entry));

/** A layer under another name: the seams that open it follow. */
export const layerRenamed = ({ stack, seams }: Family, index: number, name: string) => ({
  stack: stack.map((layer, i) => (i === index ? { ...layer, name } : layer)),
  seams: renamed(seams, "layer", stack[index]!.name, name),
});

/** A material of the family's own under another name: the layers that are made of it follow. */
export const materialRenamed = ({ ownMaterials, stack }: Family, index: number, name: string) => ({
  ownMaterials: ownMaterials.map((own, i) => (i === index ? { ...own, name } : own)),
  stack: renamed(stack, "material", ownMaterials[index]!.name, name),
});

/** Whether a route opens a line of the stack, so that a seam must be named for it. */
export const opensSeam = (route: RouteName): boolean => routes[route].joins !== "none";

/** The seam of a route before anything is chosen for it. */
export const usualSeam = (family: Family, route: RouteName): Seam => ({
  route,
  layer:
    family.stack.find((layer) => layer.role === (route === "film" ? "polarizer" : "adhesive"))?.name ?? "",
  method: route === "film" ? "peel" : route === "glass-sensor" ? "plate on the glass" : "plate from behind",
  ...(route === "film" ? {} : { minC: 70, maxC: 95, plateC: 90, speedMmS: 4, maxDepthMm: 5 }),
  bandSource: t("assumed-until-measured"),
  newPart: `${family.code || "new"} ${routes[route].short.toLowerCase()}`,
});

/**
 * A draft as it is sent: keys for what has none yet, no seam for a route that is not offered, no heat for one that is
 * peeled.
 */
export function finished(draft: Family): Family {
  return {
    ...draft,
    seams: draft.seams
      .filter((seam) => draft.routes.includes(seam.route))
      .map((seam) =>
        isHeatedMethod(seam.method)
          ? seam
          : {
              route: seam.route,
              layer: seam.layer,
              method: seam.method,
              bandSource: seam.bandSource,
              newPart: seam.newPart,
            },
      ),
    costs: draft.costs.filter((cost) => draft.routes.includes(cost.route)),
    screws: withKeys(draft.screws, (size) => `${size.thread} ${size.lengthMm}`),
    connectors: withKeys(draft.connectors, (connector) => connector.name),
    functions: withKeys(draft.functions, (f) => f.name),
    parts: withKeys(draft.parts, (part) => part.name),
  };
}
