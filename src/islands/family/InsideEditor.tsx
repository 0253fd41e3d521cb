import {
  connectorKinds,
  connectorWays,
  partGoes,
  partKinds,
  type Connector,
  type MovedPart,
  type PanelFunction,
} from "../../../core/stack/family.ts";
import { useEditor } from "./editor.ts";
import { ChoiceEntry, NumberEntry, TextEntry } from "./entries.tsx";
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
});
const usualFunction = (): PanelFunction => ({ key: "", name: "", how: "" });

/** What is inside: connectors in the order in which they open, parts that move, functions to prove. */
export function InsideEditor() {
  const { family, change, faultAt } = useEditor();
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
            </>
          )}
        </Rows>
      </div>
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
