import { useState } from "react";
import { netsOf, netsText } from "../../../core/rework/nets-text.ts";
import {
  connectorKinds,
  connectorWays,
  partGoes,
  partKinds,
  type Connector,
  type Joint,
  type MovedPart,
  type PanelFunction,
} from "../../../core/stack/family.ts";
import { ConnectorSketch } from "../../drawing/ConnectorSketch.tsx";
import { keyOf } from "../../../core/key-of.ts";
import { Board, Chosen, useChosen, Wide } from "./Board.tsx";
import { useEditor } from "./editor.ts";
import { ChoiceEntry, NumberEntry, TextEntry, ToggleEntry } from "./entries.tsx";
import { OneThing, Things } from "./Things.tsx";
import { t } from "../../../words/family.ts";
import { term } from "../../../words/speaker.ts";

const tapes = ["none", "kept", "new"] as const;
const yesNo = ["no", "yes"] as const;

const usualConnector = (): Connector => ({
  key: "",
  name: "",
  kind: "press",
  opens: "pops up level",
  way: "straight up",
  tape: "none",
});
const usualPart = (): MovedPart => ({
  key: "",
  name: "",
  irreplaceable: false,
  kind: "part",
  goes: "to the new layer",
  count: 1,
  harmedBy: [],
  serves: [],
});
const NEW_LAYER = "new layer";
const harmChoices = () => [
  { key: "heat", label: term("heat") },
  { key: "frost", label: term("frost") },
];
const usualJoint = (): Joint => ({
  name: "flex",
  contacts: 8,
  rows: 1,
  pins: 2,
  nets: [],
  ends: true,
  delicate: false,
});
const usualFunction = (): PanelFunction => ({ key: "", name: "", how: "" });

const jointNames = {
  get joint() {
    return t("soldered-joint");
  },
  get addOnTouch() {
    return t("add-on-touch-its-joint");
  },
} as const;
type JointField = keyof typeof jointNames;

/** What is inside: connectors in the order in which they open, parts that move, functions to prove. */
export function InsideEditor() {
  const { family, change, faultAt, selection } = useEditor();
  const joints: JointField[] = family.routes.includes("layer") ? ["joint", "addOnTouch"] : ["joint"];
  return (
    <Board
      drawing={
        <div className="grid content-start gap-x-6 lg:grid-cols-2 xl:grid-cols-3">
          <Things
            list="connectors"
            title={t("connectors-first-opened-first")}
            addLabel={t("add-a-connector")}
            rows={family.connectors}
            blank={usualConnector}
            nameOf={(connector) => connector.name}
            markOf={(connector) => <ConnectorSketch {...connector} />}
            onChange={(connectors) => change({ connectors }, "connectors")}
          />
          <div>
            <Things
              list="parts"
              title={t("parts-and-liners")}
              addLabel={t("add-a-part")}
              rows={family.parts}
              blank={usualPart}
              nameOf={(part) => part.name}
              aboutOf={({ kind, count }) => (count > 1 ? `${count} × ${kind}` : kind)}
              onChange={(parts) => change({ parts }, "parts")}
            />
            {joints.map((field) => (
              <OneThing
                key={field}
                list={field}
                name={jointNames[field]}
                about={family[field] ? t("contacts", { contacts: family[field].contacts }) : "none"}
              />
            ))}
          </div>
          <div>
            <Things
              list="functions"
              title={t("functions-to-prove")}
              addLabel={t("add-a-function")}
              rows={family.functions}
              blank={usualFunction}
              nameOf={(f) => f.name}
              onChange={(functions) => change({ functions }, "functions")}
            />
            {faultAt("functions") && (
              <p className="edge-hatch text-danger">
                {t("functions")} {faultAt("functions")}
              </p>
            )}
          </div>
        </div>
      }
    >
      <ConnectorFields />
      <PartFields />
      <FunctionFields />
      {joints.map((field) => selection.list === field && <JointFields key={field} field={field} />)}
    </Board>
  );
}

/** Functions of the family as choices, by the keys that they will be kept under. */
const useFunctionChoices = () =>
  useEditor()
    .family.functions.filter(({ name }) => name !== "")
    .map(({ key, name }) => ({ key: key || keyOf(name), label: name }));

function ConnectorFields() {
  const { family, change } = useEditor();
  const functionChoices = useFunctionChoices();
  const chosen = useChosen("connectors", family.connectors, (connectors) =>
    change({ connectors }, "connectors"),
  );
  if (!chosen) return null;
  const { row: connector, index: i, set, remove } = chosen;
  return (
    <Chosen title={connector.name || t("new-connector")} onRemove={remove}>
      <TextEntry
        label={t("connector")}
        value={connector.name}
        path={`connectors[${i}].name`}
        onChange={(name) => set({ name })}
      />
      <ChoiceEntry
        label={t("kind")}
        value={connector.kind}
        options={connectorKinds}
        path={`connectors[${i}].kind`}
        onChange={(kind) => set({ kind })}
      />
      <ChoiceEntry
        label={t("which-way")}
        value={connector.way}
        options={connectorWays}
        path={`connectors[${i}].way`}
        onChange={(way) => set({ way })}
      />
      <ChoiceEntry
        label={t("tape-over-it")}
        value={connector.tape}
        options={tapes}
        path={`connectors[${i}].tape`}
        onChange={(tape) => set({ tape })}
      />
      <Wide>
        <TextEntry
          label={t("how-it-opens")}
          value={connector.opens}
          path={`connectors[${i}].opens`}
          onChange={(opens) => set({ opens })}
        />
      </Wide>
      <Wide>
        <ToggleEntry
          label={t("only-these-need-it")}
          values={connector.serves ?? []}
          options={functionChoices}
          path={`connectors[${i}].serves`}
          onChange={(serves) => set({ serves: serves.length > 0 ? serves : undefined })}
        />
      </Wide>
    </Chosen>
  );
}

function PartFields() {
  const { family, change } = useEditor();
  const functionChoices = useFunctionChoices();
  const chosen = useChosen("parts", family.parts, (parts) => change({ parts }, "parts"));
  if (!chosen) return null;
  const { row: part, index: i, set, remove } = chosen;
  return (
    <Chosen title={part.name || t("new-part")} onRemove={remove}>
      <Wide>
        <TextEntry
          label={t("part")}
          value={part.name}
          path={`parts[${i}].name`}
          onChange={(name) => set({ name })}
        />
      </Wide>
      <ChoiceEntry
        label={t("kind")}
        value={part.kind}
        options={partKinds}
        path={`parts[${i}].kind`}
        onChange={(kind) => set({ kind })}
      />
      <ChoiceEntry
        label={t("goes")}
        value={part.goes}
        options={partGoes}
        path={`parts[${i}].goes`}
        onChange={(goes) => set({ goes })}
      />
      <NumberEntry
        label={t("how-many")}
        value={part.count}
        path={`parts[${i}].count`}
        onChange={(count) => set({ count: count! })}
      />
      <ChoiceEntry
        label={t("paired-irreplaceable")}
        value={part.irreplaceable ? "yes" : "no"}
        options={yesNo}
        path={`parts[${i}].irreplaceable`}
        onChange={(answer) => set({ irreplaceable: answer === "yes" })}
      />
      {part.kind === "liner" ? (
        <ChoiceEntry
          label={t("lies-on")}
          value={part.linerOf ?? NEW_LAYER}
          options={[
            NEW_LAYER,
            "tape",
            ...family.parts.flatMap(({ key, kind }) => (key && kind !== "liner" ? [key] : [])),
          ]}
          path={`parts[${i}].linerOf`}
          onChange={(on) => set({ linerOf: on === NEW_LAYER ? undefined : on })}
        />
      ) : (
        <>
          <Wide>
            <ToggleEntry
              label={t("out-before")}
              values={part.harmedBy}
              options={harmChoices()}
              path={`parts[${i}].harmedBy`}
              onChange={(harmedBy) => set({ harmedBy: harmedBy as MovedPart["harmedBy"] })}
            />
          </Wide>
          <Wide>
            <ToggleEntry
              label={t("needed-by")}
              values={part.serves}
              options={functionChoices}
              path={`parts[${i}].serves`}
              onChange={(serves) => set({ serves })}
            />
          </Wide>
        </>
      )}
    </Chosen>
  );
}

function FunctionFields() {
  const { family, change } = useEditor();
  const chosen = useChosen("functions", family.functions, (functions) => change({ functions }, "functions"));
  if (!chosen) return null;
  const { row: f, index: i, set, remove } = chosen;
  return (
    <Chosen title={f.name || t("new-function")} onRemove={remove}>
      <Wide>
        <TextEntry
          label={t("function")}
          value={f.name}
          path={`functions[${i}].name`}
          onChange={(name) => set({ name })}
        />
      </Wide>
      <Wide>
        <TextEntry
          label={t("how-it-is-proved")}
          value={f.how}
          path={`functions[${i}].how`}
          onChange={(how) => set({ how })}
        />
      </Wide>
    </Chosen>
  );
}

/** The soldered joint, where the family has one: its contacts are probed after the rework. */
function JointFields({ field }: { field: JointField }) {
  const { family, change, faultAt } = useEditor();
  const joint = family[field];
  const [nets, setNets] = useState(() => netsText(joint?.nets ?? []));
  const set = (more: Partial<Joint>) => change({ [field]: { ...usualJoint(), ...joint, ...more } }, field);
  return (
    <Chosen title={jointNames[field]}>
      <ChoiceEntry
        label={t("has-one")}
        value={joint ? "yes" : "no"}
        options={yesNo}
        path={field}
        onChange={(answer) => change({ [field]: answer === "yes" ? usualJoint() : undefined }, field)}
      />
      {joint && (
        <>
          <TextEntry
            label={t("called")}
            value={joint.name}
            path={`${field}.name`}
            onChange={(name) => set({ name })}
          />
          <NumberEntry
            label={t("contacts-2")}
            value={joint.contacts}
            path={`${field}.contacts`}
            onChange={(contacts) => set({ contacts: contacts! })}
          />
          <NumberEntry
            label={t("rows")}
            value={joint.rows}
            path={`${field}.rows`}
            onChange={(rows) => set({ rows: rows! })}
          />
          <NumberEntry
            label={t("locating-pins")}
            value={joint.pins}
            path={`${field}.pins`}
            onChange={(pins) => set({ pins: pins! })}
          />
          <ChoiceEntry
            label={t("far-ends-can-be-probed")}
            value={joint.ends ? "yes" : "no"}
            options={yesNo}
            path={`${field}.ends`}
            onChange={(answer) => set({ ends: answer === "yes" })}
          />
          <ChoiceEntry
            label={t("delicate")}
            value={joint.delicate ? "yes" : "no"}
            options={yesNo}
            path={`${field}.delicate`}
            onChange={(answer) => set({ delicate: answer === "yes" })}
          />
          <Wide>
            <TextEntry
              label={t("joined-on-purpose-such-as-1-2")}
              value={nets}
              path={`${field}.nets`}
              onChange={(text) => {
                setNets(text);
                set({ nets: netsOf(text) });
              }}
            />
          </Wide>
        </>
      )}
      {joint &&
        joint.nets.flatMap((net, i) =>
          net.map((_, k) => {
            const fault =
              faultAt(`${field}.nets[${i}][${k}]`) ?? (k === 0 ? faultAt(`${field}.nets[${i}]`) : undefined);
            return (
              fault && (
                <p key={`${i} ${k}`} className="edge-hatch col-span-2 text-danger">
                  {t("joined-on-purpose", { fault })}
                </p>
              )
            );
          }),
        )}
    </Chosen>
  );
}
