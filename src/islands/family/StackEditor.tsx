import { drawnAs, materialNames } from "../../../core/materials/materials.ts";
import { layerRoles, type Layer, type OwnMaterial } from "../../../core/stack/family.ts";
import { Section, thicknessText } from "../../drawing/Section.tsx";
import { Board, Chosen, useChosen, Wide } from "./Board.tsx";
import { useEditor } from "./editor.ts";
import { ChoiceEntry, NumberEntry, TextEntry } from "./entries.tsx";
import { layerRenamed, materialRenamed } from "./family-draft.ts";
import { Things } from "./Things.tsx";
import { t } from "../../../words/family.ts";

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

/** The layers from the side, viewer's side up: a tap selects one. */
export function StackDrawing({ seam }: { seam?: string | undefined }) {
  const { family, selection, select } = useEditor();
  const known = new Set([...family.ownMaterials.map((own) => own.name), ...materialNames]);
  // What is half typed cannot be drawn; what can keeps its place in the list.
  const drawable = family.stack.flatMap((layer, index) =>
    layer.thicknessUm > 0 && known.has(layer.material) ? [{ layer, index }] : [],
  );
  if (drawable.length === 0)
    return <p className="m-auto text-lg text-soft">{t("no-layer-yet-add-the-one-that")}</p>;
  return (
    <Section
      fills
      family={{ ...family, stack: drawable.map(({ layer }) => layer) }}
      seam={seam}
      title={t("the-stack-from-the-side-viewers-side")}
      selected={
        selection.list === "stack" ? drawable.findIndex(({ index }) => index === selection.index) : undefined
      }
      onSelect={(at) => select({ list: "stack", index: drawable[at]!.index })}
    />
  );
}

export function LayerList() {
  const { family, change } = useEditor();
  return (
    <Things
      list="stack"
      title={t("layers-viewers-side-first")}
      addLabel={t("add-a-layer")}
      rows={family.stack}
      blank={usualLayer}
      nameOf={(layer) => layer.name}
      aboutOf={(layer) => (layer.thicknessUm > 0 ? thicknessText(layer.thicknessUm) : "")}
      onChange={(stack) => change({ stack }, "stack")}
    />
  );
}

export function LayerFields({
  isBrief = false,
}: {
  /** Only what is seen and measured at the bench. */
  isBrief?: boolean;
}) {
  const { family, change } = useEditor();
  const chosen = useChosen("stack", family.stack, (stack) => change({ stack }, "stack"));
  if (!chosen) return null;
  const { row: layer, index: i, set, remove } = chosen;
  return (
    <Chosen title={layer.name || t("new-layer")} onRemove={remove}>
      <TextEntry
        label={t("layer")}
        value={layer.name}
        path={`stack[${i}].name`}
        onChange={(name) => change(layerRenamed(family, i, name), `layer ${i} name`)}
      />
      <ChoiceEntry
        label={t("role")}
        value={layer.role}
        options={layerRoles}
        path={`stack[${i}].role`}
        onChange={(role) => set({ role })}
      />
      <Wide>
        <ChoiceEntry
          label={t("material")}
          value={layer.material}
          options={[...family.ownMaterials.map((own) => own.name), ...materialNames]}
          path={`stack[${i}].material`}
          onChange={(material) => set({ material })}
        />
      </Wide>
      <NumberEntry
        label={t("thickness-m")}
        value={layer.thicknessUm}
        path={`stack[${i}].thicknessUm`}
        onChange={(um) => set({ thicknessUm: um! })}
      />
      {!isBrief && (
        <>
          <NumberEntry
            label={t("hottest-c")}
            optional
            value={layer.maxC}
            path={`stack[${i}].maxC`}
            onChange={(maxC) => set({ maxC, ...(maxC === undefined ? { maxCSource: undefined } : {}) })}
          />
          <Wide>
            <NumberEntry
              label={t("blocks-light-below-nm")}
              optional
              value={layer.blocksBelowNm}
              path={`stack[${i}].blocksBelowNm`}
              onChange={(blocksBelowNm) => set({ blocksBelowNm })}
            />
          </Wide>
        </>
      )}
    </Chosen>
  );
}

function MaterialFields() {
  const { family, change } = useEditor();
  const chosen = useChosen("ownMaterials", family.ownMaterials, (ownMaterials) =>
    change({ ownMaterials }, "ownMaterials"),
  );
  if (!chosen) return null;
  const { row: material, index: i, set, remove } = chosen;
  return (
    <Chosen title={material.name || t("new-material")} onRemove={remove}>
      <TextEntry
        label={t("material")}
        value={material.name}
        path={`ownMaterials[${i}].name`}
        onChange={(name) => change(materialRenamed(family, i, name), `material ${i} name`)}
      />
      <ChoiceEntry
        label={t("drawn-as")}
        value={material.drawnAs}
        options={drawnAs}
        path={`ownMaterials[${i}].drawnAs`}
        onChange={(as) => set({ drawnAs: as })}
      />
      <NumberEntry
        label={t("conductivity-w-m-k")}
        value={material.conductivityWmK}
        path={`ownMaterials[${i}].conductivityWmK`}
        onChange={(value) => set({ conductivityWmK: value! })}
      />
      <NumberEntry
        label={t("density-kg-m")}
        value={material.densityKgM3}
        path={`ownMaterials[${i}].densityKgM3`}
        onChange={(value) => set({ densityKgM3: value! })}
      />
      <NumberEntry
        label={t("specific-heat-j-kg-k")}
        value={material.specificHeatJkgK}
        path={`ownMaterials[${i}].specificHeatJkgK`}
        onChange={(value) => set({ specificHeatJkgK: value! })}
      />
      <Wide>
        <TextEntry
          label={t("where-from")}
          value={material.source}
          path={`ownMaterials[${i}].source`}
          onChange={(source) => set({ source })}
        />
      </Wide>
    </Chosen>
  );
}

/** The stack of a family, and the materials that only it knows. */
export function StackEditor() {
  const { family, change } = useEditor();
  return (
    <Board
      drawing={<StackDrawing seam={family.seams[0]?.layer} />}
      lists={
        <>
          <LayerList />
          <Things
            list="ownMaterials"
            title={t("own-materials")}
            addLabel={t("add-a-material")}
            rows={family.ownMaterials}
            blank={usualMaterial}
            nameOf={(material) => material.name}
            onChange={(ownMaterials) => change({ ownMaterials }, "ownMaterials")}
          />
        </>
      }
    >
      <LayerFields />
      <MaterialFields />
    </Board>
  );
}
