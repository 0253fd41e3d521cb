import { useMemo } from "react";
import { powers, waysIn } from "../../../core/stack/family.ts";
import { Plan } from "../../drawing/Plan.tsx";
import { Board, Chosen, useChosen, Wide } from "./Board.tsx";
import { useEditor } from "./editor.ts";
import { ChoiceEntry, NumberEntry, TextEntry } from "./entries.tsx";
import { OneThing, Things } from "./Things.tsx";
import { t } from "../../../words/family.ts";

/** What it is called, how it is opened and what feeds it; and what is worth a note. */
export function DeviceEditor({ isStored }: { isStored: boolean }) {
  const { family, change, selection } = useEditor();
  const notes = useMemo(() => family.notes.map((text) => ({ text })), [family.notes]);
  const setNotes = (rows: readonly { text: string }[]) =>
    change({ notes: rows.map(({ text }) => text) }, "notes");
  const note = useChosen("notes", notes, setNotes);
  const { widthMm, heightMm } = family.outline;
  return (
    <Board
      drawing={
        widthMm > 0 && heightMm > 0 ? (
          <Plan fills family={family} title={t("the-panel-from-the-viewers-side")} />
        ) : (
          <p className="m-auto text-lg text-soft">{t("give-its-size-under-panel")}</p>
        )
      }
      lists={
        <>
          <OneThing
            list="device"
            name={t("device")}
            about={family.code}
            faultPaths={["code", "name", "kind", "diagonalIn", "wayIn", "power", "dischargeS"]}
          />
          <Things
            list="notes"
            title={t("notes")}
            addLabel={t("add-a-note")}
            rows={notes}
            blank={() => ({ text: "" })}
            nameOf={({ text }) => text}
            onChange={setNotes}
          />
        </>
      }
    >
      {note ? (
        <Chosen title={t("note")} onRemove={note.remove}>
          <Wide>
            <TextEntry
              label={t("note")}
              value={note.row.text}
              path={`notes[${note.index}]`}
              onChange={(text) => note.set({ text })}
            />
          </Wide>
        </Chosen>
      ) : (
        selection.list === "device" && <DeviceFields isStored={isStored} />
      )}
    </Board>
  );
}

function DeviceFields({ isStored }: { isStored: boolean }) {
  const { family, change } = useEditor();
  return (
    <Chosen title={family.name || t("new-family")}>
      {isStored ? (
        <div>
          <span className="mb-1 block font-semibold">{t("code")}</span>
          <span className="flex min-h-12 items-center">{family.code}</span>
        </div>
      ) : (
        <TextEntry
          label={t("code")}
          value={family.code}
          path="code"
          hint={t("such-as-ph-10")}
          onChange={(code) => change({ code: code.toUpperCase() }, "code")}
        />
      )}
      <NumberEntry
        label={t("diagonal-in")}
        value={family.diagonalIn}
        path="diagonalIn"
        onChange={(diagonalIn) => change({ diagonalIn: diagonalIn! }, "diagonal")}
      />
      <Wide>
        <TextEntry
          label={t("name")}
          value={family.name}
          path="name"
          onChange={(name) => change({ name }, "name")}
        />
      </Wide>
      <Wide>
        <TextEntry
          label={t("kind")}
          value={family.kind}
          path="kind"
          onChange={(kind) => change({ kind }, "kind")}
        />
      </Wide>
      <ChoiceEntry
        label={t("way-in")}
        value={family.wayIn}
        options={waysIn}
        path="wayIn"
        onChange={(wayIn) =>
          change({ wayIn, ...(wayIn === "from the back" ? {} : { gluedBack: false }) }, "way in")
        }
      />
      {family.wayIn === "from the back" && (
        <ChoiceEntry
          label={t("back-cover")}
          value={family.gluedBack ? "glued along its rim" : "not glued"}
          options={["not glued", "glued along its rim"]}
          path="gluedBack"
          onChange={(answer) => change({ gluedBack: answer !== "not glued" }, "glued back")}
        />
      )}
      <ChoiceEntry
        label={t("power")}
        value={family.power}
        options={powers}
        path="power"
        onChange={(power) =>
          change({ power, ...(power === "mains" ? {} : { dischargeS: undefined }) }, "power")
        }
      />
      {family.power === "mains" && (
        <NumberEntry
          label={t("capacitors-need-s")}
          optional
          value={family.dischargeS}
          path="dischargeS"
          onChange={(dischargeS) => change({ dischargeS }, "discharge")}
        />
      )}
      <ChoiceEntry
        label={t("offered-at-intake")}
        value={family.oneOff ? "no: one device only" : "yes"}
        options={["yes", "no: one device only"]}
        path="oneOff"
        onChange={(answer) => change({ oneOff: answer !== "yes" }, "one device")}
      />
    </Chosen>
  );
}
