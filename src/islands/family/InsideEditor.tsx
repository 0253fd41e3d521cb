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
import { useState } from "react";
import { netsOf, netsText } from "../../../core/rework/nets-text.ts";
import { useEditor } from "./editor.ts";
import { keyOf } from "../../ui/key-of.ts";
import { ChoiceEntry, NumberEntry, TextEntry, ToggleEntry } from "./entries.tsx";
import { Rows } from "./Rows.tsx";

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
const harmChoices = [
  { key: "heat", label: "heat" },
  { key: "frost", label: "frost" },
];
const usualJoint = (): Joint => ({ name: "flex", contacts: 8, rows: 1, pins: 2, nets: [], delicate: false });
const usualFunction = (): PanelFunction => ({ key: "", name: "", how: "" });

/** What is inside: connectors in the order in which they open, parts that move, functions to prove. */
export function InsideEditor() {
  const { family, change, faultAt } = useEditor();
  const functionChoices = family.functions
    .filter(({ name }) => name !== "")
    .map(({ key, name }) => ({ key: key || keyOf(name), label: name }));
  return (
    <div className="grid gap-6">
      <div>
        <h3 className="font-semibold">Connectors, in the order in which they open</h3>
        <Rows
          title="Connectors"
          addLabel="Add a connector"
          rows={family.connectors}
          blank={usualConnector}
          nameOf={(connector) => connector.name}
          onChange={(connectors) => change({ connectors }, "connectors")}
        >
          {(connector, set, i) => (
            <>
              <TextEntry
                label="Connector"
                value={connector.name}
                path={`connectors[${i}].name`}
                onChange={(name) => set({ name })}
              />
              <ChoiceEntry
                label="Kind"
                value={connector.kind}
                options={connectorKinds}
                path={`connectors[${i}].kind`}
                onChange={(kind) => set({ kind })}
              />
              <ChoiceEntry
                label="Which way"
                value={connector.way}
                options={connectorWays}
                path={`connectors[${i}].way`}
                onChange={(way) => set({ way })}
              />
              <ChoiceEntry
                label="Tape over it"
                value={connector.tape}
                options={tapes}
                path={`connectors[${i}].tape`}
                onChange={(tape) => set({ tape })}
              />
              <div className="col-span-2">
                <TextEntry
                  label="How it opens"
                  value={connector.opens}
                  path={`connectors[${i}].opens`}
                  onChange={(opens) => set({ opens })}
                />
              </div>
              <div className="col-span-full">
                <ToggleEntry
                  label="Only these need it"
                  values={connector.serves ?? []}
                  options={functionChoices}
                  path={`connectors[${i}].serves`}
                  onChange={(serves) => set({ serves: serves.length > 0 ? serves : undefined })}
                />
              </div>
            </>
          )}
        </Rows>
      </div>
      <div>
        <h3 className="font-semibold">Parts that come off, and liners to peel</h3>
        <Rows
          title="Parts"
          addLabel="Add a part"
          rows={family.parts}
          blank={usualPart}
          nameOf={(part) => part.name}
          onChange={(parts) => change({ parts }, "parts")}
        >
          {(part, set, i) => (
            <>
              <div className="col-span-2">
                <TextEntry
                  label="Part"
                  value={part.name}
                  path={`parts[${i}].name`}
                  onChange={(name) => set({ name })}
                />
              </div>
              <ChoiceEntry
                label="Kind"
                value={part.kind}
                options={partKinds}
                path={`parts[${i}].kind`}
                onChange={(kind) => set({ kind })}
              />
              <ChoiceEntry
                label="Goes"
                value={part.goes}
                options={partGoes}
                path={`parts[${i}].goes`}
                onChange={(goes) => set({ goes })}
              />
              <NumberEntry
                label="How many"
                value={part.count}
                path={`parts[${i}].count`}
                onChange={(count) => set({ count: count! })}
              />
              <ChoiceEntry
                label="Paired, irreplaceable"
                value={part.irreplaceable ? "yes" : "no"}
                options={yesNo}
                path={`parts[${i}].irreplaceable`}
                onChange={(answer) => set({ irreplaceable: answer === "yes" })}
              />
              {part.kind === "liner" ? (
                <ChoiceEntry
                  label="Lies on"
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
                  <div className="col-span-2">
                    <ToggleEntry
                      label="Out before"
                      values={part.harmedBy}
                      options={harmChoices}
                      path={`parts[${i}].harmedBy`}
                      onChange={(harmedBy) => set({ harmedBy: harmedBy as MovedPart["harmedBy"] })}
                    />
                  </div>
                  <div className="col-span-full">
                    <ToggleEntry
                      label="Needed by"
                      values={part.serves}
                      options={functionChoices}
                      path={`parts[${i}].serves`}
                      onChange={(serves) => set({ serves })}
                    />
                  </div>
                </>
              )}
            </>
          )}
        </Rows>
      </div>
      <JointEditor field="joint" title="Soldered joint" />
      {family.routes.includes("layer") && (
        <JointEditor
          field="addOnTouch"
          title="Controller joint of an add-on touch layer, where one is offered"
        />
      )}
      <div>
        <h3 className="font-semibold">Functions to prove</h3>
        <Rows
          title="Functions"
          addLabel="Add a function"
          rows={family.functions}
          blank={usualFunction}
          nameOf={(f) => f.name}
          onChange={(functions) => change({ functions }, "functions")}
        >
          {(f, set, i) => (
            <>
              <TextEntry
                label="Function"
                value={f.name}
                path={`functions[${i}].name`}
                onChange={(name) => set({ name })}
              />
              <div className="col-span-full md:col-span-3">
                <TextEntry
                  label="How it is proved"
                  value={f.how}
                  path={`functions[${i}].how`}
                  onChange={(how) => set({ how })}
                />
              </div>
            </>
          )}
        </Rows>
        {faultAt("functions") && <p className="edge-hatch text-danger">Functions: {faultAt("functions")}</p>}
      </div>
      <div>
        <h3 className="font-semibold">Notes</h3>
        <Rows
          title="Notes"
          addLabel="Add a note"
          rows={family.notes.map((text) => ({ text }))}
          blank={() => ({ text: "" })}
          nameOf={({ text }) => text.slice(0, 20)}
          onChange={(rows) => change({ notes: rows.map(({ text }) => text) }, "notes")}
        >
          {({ text }, set, i) => (
            <div className="col-span-full">
              <TextEntry
                label="Note"
                value={text}
                path={`notes[${i}]`}
                onChange={(next) => set({ text: next })}
              />
            </div>
          )}
        </Rows>
      </div>
    </div>
  );
}

/** The soldered joint, where the family has one: its contacts are probed after the rework. */
function JointEditor({ field, title }: { field: "joint" | "addOnTouch"; title: string }) {
  const { family, change, faultAt } = useEditor();
  const joint = family[field];
  const [nets, setNets] = useState(() => netsText(joint?.nets ?? []));
  const set = (more: Partial<Joint>) => change({ [field]: { ...usualJoint(), ...joint, ...more } }, field);
  return (
    <div>
      <h3 className="font-semibold">{title}</h3>
      <div className="mt-2 grid grid-cols-2 gap-3 md:grid-cols-4">
        <ChoiceEntry
          label="Has one"
          value={joint ? "yes" : "no"}
          options={yesNo}
          path={field}
          onChange={(answer) => change({ [field]: answer === "yes" ? usualJoint() : undefined }, field)}
        />
        {joint && (
          <>
            <TextEntry
              label="Called"
              value={joint.name}
              path={`${field}.name`}
              onChange={(name) => set({ name })}
            />
            <NumberEntry
              label="Contacts"
              value={joint.contacts}
              path={`${field}.contacts`}
              onChange={(contacts) => set({ contacts: contacts! })}
            />
            <NumberEntry
              label="Rows"
              value={joint.rows}
              path={`${field}.rows`}
              onChange={(rows) => set({ rows: rows! })}
            />
            <NumberEntry
              label="Locating pins"
              value={joint.pins}
              path={`${field}.pins`}
              onChange={(pins) => set({ pins: pins! })}
            />
            <ChoiceEntry
              label="Delicate"
              value={joint.delicate ? "yes" : "no"}
              options={yesNo}
              path={`${field}.delicate`}
              onChange={(answer) => set({ delicate: answer === "yes" })}
            />
            <div className="col-span-2">
              <TextEntry
                label="Joined on purpose, such as 1-2, 9-10"
                value={nets}
                path={`${field}.nets`}
                onChange={(text) => {
                  setNets(text);
                  set({ nets: netsOf(text) });
                }}
              />
            </div>
          </>
        )}
      </div>
      {joint &&
        joint.nets.flatMap((net, i) =>
          net.map((_, k) => {
            const fault =
              faultAt(`${field}.nets[${i}][${k}]`) ?? (k === 0 ? faultAt(`${field}.nets[${i}]`) : undefined);
            return (
              fault && (
                <p key={`${i} ${k}`} className="edge-hatch text-danger">
                  Joined on purpose: {fault}
                </p>
              )
            );
          }),
        )}
    </div>
  );
}
