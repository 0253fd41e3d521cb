import type { ReactNode } from "react";
import { drawnAs, materialNames } from "../../../core/materials/materials.ts";
import { layerRoles, type Layer, type OwnMaterial } from "../../../core/stack/family.ts";
import { Section } from "../../drawing/Section.tsx";
import { useEditor } from "./editor.ts";
import { ChoiceEntry, NumberEntry, TextEntry } from "./entries.tsx";
import { layerRenamed, materialRenamed } from "./family-draft.ts";
import { Rows } from "./Rows.tsx";

const usualLayer = (): Layer => ({
  name: "",
  role: "adhesive",
  material: "optical adhesive film",
  thicknessUm: 150,
});
const usualMaterial = (): OwnMaterial => ({
  name: "",
  drawnAs: "film",
  conductivityWmK: 0.2,
  densityKgM3: 1_200,
  specificHeatJkgK: 1_400,
  source: "",
});

/** The layers, viewer's side first: drawn from the side, and row by row. What else belongs to them stands below. */
export function LayersEditor({
  isBrief = false,
  aside,
  children,
}: {
  /** Only what is seen and measured at the bench. */
  isBrief?: boolean;
  /** Stands under the drawing. */
  aside?: ReactNode;
  children?: ReactNode;
}) {
  const { family, change } = useEditor();
  const materials = [...family.ownMaterials.map((own) => own.name), ...materialNames];
  const drawable = family.stack.filter(
    (layer) => layer.thicknessUm > 0 && materials.includes(layer.material) && layer.material !== "",
  );
  return (
    <div className="grid gap-6 lg:grid-cols-[20rem_1fr]">
      <div className="self-start lg:sticky lg:top-2">
        {drawable.length > 0 ? (
          <Section
            family={{ ...family, stack: drawable }}
            seam={family.seams[0]?.layer}
            title="The stack as it stands, viewer's side up"
          />
        ) : (
          <p className="text-soft">No layer yet. Begin with what the viewer touches.</p>
        )}
        {aside}
      </div>
      <div className="grid content-start gap-6">
        <Rows
          title="Layers, viewer's side first"
          addLabel="Add a layer"
          rows={family.stack}
          blank={usualLayer}
          nameOf={(layer) => layer.name}
          onChange={(stack) => change({ stack }, "stack")}
        >
          {(layer, set, i) => (
            <>
              <TextEntry
                label="Layer"
                value={layer.name}
                path={`stack[${i}].name`}
                onChange={(name) => change(layerRenamed(family, i, name), `layer ${i} name`)}
              />
              <ChoiceEntry
                label="Role"
                value={layer.role}
                options={layerRoles}
                path={`stack[${i}].role`}
                onChange={(role) => set({ role })}
              />
              <div className="col-span-2">
                <ChoiceEntry
                  label="Material"
                  value={layer.material}
                  options={materials}
                  path={`stack[${i}].material`}
                  onChange={(material) => set({ material })}
                />
              </div>
              <NumberEntry
                label="Thickness, µm"
                value={layer.thicknessUm}
                path={`stack[${i}].thicknessUm`}
                onChange={(um) => set({ thicknessUm: um! })}
              />
              {!isBrief && (
                <>
                  {" "}
                  <NumberEntry
                    label="Hottest, °C"
                    optional
                    value={layer.maxC}
                    path={`stack[${i}].maxC`}
                    onChange={(maxC) =>
                      set({ maxC, ...(maxC === undefined ? { maxCSource: undefined } : {}) })
                    }
                  />
                  <NumberEntry
                    label="Blocks light below, nm"
                    optional
                    value={layer.blocksBelowNm}
                    path={`stack[${i}].blocksBelowNm`}
                    onChange={(blocksBelowNm) => set({ blocksBelowNm })}
                  />
                </>
              )}
            </>
          )}
        </Rows>
        {children}
      </div>
    </div>
  );
}

/** The stack of a family, and the materials that only it knows. */
export function StackEditor() {
  const { family, change } = useEditor();
  return (
    <LayersEditor>
      <details open={family.ownMaterials.length > 0}>
        <summary className="min-h-12 content-center font-semibold">
          Materials that the library does not hold
        </summary>
        <Rows
          title="Own materials"
          addLabel="Add a material"
          rows={family.ownMaterials}
          blank={usualMaterial}
          nameOf={(material) => material.name}
          onChange={(ownMaterials) => change({ ownMaterials }, "ownMaterials")}
        >
          {(material, set, i) => (
            <>
              <TextEntry
                label="Material"
                value={material.name}
                path={`ownMaterials[${i}].name`}
                onChange={(name) => change(materialRenamed(family, i, name), `material ${i} name`)}
              />
              <ChoiceEntry
                label="Drawn as"
                value={material.drawnAs}
                options={drawnAs}
                path={`ownMaterials[${i}].drawnAs`}
                onChange={(as) => set({ drawnAs: as })}
              />
              <NumberEntry
                label="Conductivity, W/m K"
                value={material.conductivityWmK}
                path={`ownMaterials[${i}].conductivityWmK`}
                onChange={(value) => set({ conductivityWmK: value! })}
              />
              <NumberEntry
                label="Density, kg/m³"
                value={material.densityKgM3}
                path={`ownMaterials[${i}].densityKgM3`}
                onChange={(value) => set({ densityKgM3: value! })}
              />
              <NumberEntry
                label="Specific heat, J/kg K"
                value={material.specificHeatJkgK}
                path={`ownMaterials[${i}].specificHeatJkgK`}
                onChange={(value) => set({ specificHeatJkgK: value! })}
              />
              <TextEntry
                label="Where from"
                value={material.source}
                path={`ownMaterials[${i}].source`}
                onChange={(source) => set({ source })}
              />
            </>
          )}
        </Rows>
      </details>
    </LayersEditor>
  );
}
