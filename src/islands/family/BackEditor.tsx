import { useRef, type PointerEvent } from "react";
import { screwName } from "../../../core/open/screw-ledger.ts";
import { backOf, screwHolds, type ScrewPlace, type ScrewSize } from "../../../core/stack/family.ts";
import { nearestOnPanel, type Outline } from "../../../core/stack/panel-geometry.ts";
import { pointerPlace } from "../../drawing/plan-point.ts";
import { PlanFrame, planUnit } from "../../drawing/PlanFrame.tsx";
import { nearestApartMm, screwRadius } from "../../drawing/screw-radius.ts";
import { Board, Chosen, useChosen, Wide } from "./Board.tsx";
import { useEditor } from "./editor.ts";
import { ChoiceEntry, NumberEntry, TextEntry } from "./entries.tsx";
import { OneThing, Things } from "./Things.tsx";
import { t } from "../../../words/family.ts";

const usualSize = (): ScrewSize => ({
  key: "",
  head: "cross, pan",
  thread: "M2",
  lengthMm: 4,
  count: 1,
  where: "back",
  holds: "casing",
  places: [],
});

/** The back of the device with its screws: a size is selected, then tapped where its screws sit. */
export function BackEditor() {
  const { family, change, selection, select } = useEditor();
  // Known at once: a pointer may move before anything is drawn again.
  const held = useRef<{ size: number; place: number } | null>(null);
  const back = backOf(family);
  const drawable = back.widthMm > 0 && back.heightMm > 0;
  const unit = drawable ? planUnit(back) : 1;
  const { screws } = family;
  const radius = screwRadius(nearestApartMm(screws.flatMap(({ places }) => places)), unit);
  const at = selection.list === "screws" ? selection.index : -1;
  const setSize = (index: number, more: Partial<ScrewSize>, what: string) =>
    change({ screws: screws.map((size, i) => (i === index ? { ...size, ...more } : size)) }, what);
  /** Number of the tray cell: sizes in their order, in each the places in theirs. */
  const cellOf = (size: number, place: number) =>
    screws.slice(0, size).reduce((sum, { count }) => sum + (count || 0), 0) + place + 1;

  const down = (event: PointerEvent<SVGSVGElement>) => {
    if (event.button !== 0) return;
    const point = nearestOnPanel(back, pointerPlace(event.currentTarget, event));
    event.currentTarget.setPointerCapture(event.pointerId);
    for (const [size, { places }] of screws.entries()) {
      const place = places.findIndex((p) => Math.hypot(p.xMm - point.xMm, p.yMm - point.yMm) < 4 * unit);
      if (place >= 0) {
        held.current = { size, place };
        select({ list: "screws", index: size, place });
        return;
      }
    }
    const size = screws[at];
    if (!size) return;
    const places = [...size.places, point];
    setSize(at, { places, count: Math.max(size.count || 0, places.length) }, "add a screw");
    select({ list: "screws", index: at, place: places.length - 1 });
  };
  const move = (event: PointerEvent<SVGSVGElement>) => {
    const { size: index, place } = held.current ?? { size: -1, place: -1 };
    const size = screws[index];
    if (!size) return;
    const point = nearestOnPanel(back, pointerPlace(event.currentTarget, event));
    const places = size.places.map((p, i) => (i === place ? { ...p, ...point } : p));
    setSize(index, { places }, `move a screw ${index} ${place}`);
  };

  return (
    <Board
      drawing={
        <>
          <p className="shrink-0 text-pretty">
            {at >= 0
              ? t("tap-where-a-screw-of-this-size")
              : screws.length > 0
                ? t("select-a-size-then-tap-where-its")
                : t("add-a-size-of-screw-then-tap")}
          </p>
          {drawable ? (
            <div className="min-h-0 flex-1">
              <PlanFrame
                fills
                outline={back}
                borderMm={0}
                role="application"
                className={`touch-none ${at >= 0 ? "cursor-crosshair" : ""}`}
                title={t("the-back-of-the-device-to-place")}
                onPointerDown={down}
                onPointerMove={move}
                onPointerUp={(event) => {
                  move(event);
                  held.current = null;
                }}
                onPointerCancel={() => {
                  held.current = null;
                }}
              >
                {() =>
                  screws.flatMap((size, s) =>
                    size.places.map((place, p) => (
                      <ScrewMark
                        key={`${s} ${p}`}
                        place={place}
                        cell={cellOf(s, p)}
                        isOfSize={s === at}
                        isPicked={s === at && selection.place === p}
                        radius={radius}
                      />
                    )),
                  )
                }
              </PlanFrame>
            </div>
          ) : (
            <p className="edge-hatch text-danger">{t("give-width-and-height-first")}</p>
          )}
        </>
      }
      lists={
        <>
          <OneThing
            list="back"
            name={t("back")}
            about={drawable ? t("mm", { widthMm: back.widthMm, heightMm: back.heightMm }) : ""}
          />
          <Things
            list="screws"
            title={t("screws-first-out-first")}
            addLabel={t("add-a-size")}
            rows={screws}
            blank={usualSize}
            nameOf={screwName}
            aboutOf={({ count, places }) =>
              count > 0
                ? places.length === count
                  ? `${count}`
                  : t("of-placed", { places: places.length, count })
                : ""
            }
            onChange={(next) => change({ screws: next }, "screws")}
          />
        </>
      }
    >
      {selection.list === "back" && <BackFields back={back} />}
      <SizeFields />
    </Board>
  );
}

function ScrewMark({
  place,
  cell,
  isOfSize,
  isPicked,
  radius,
}: {
  place: ScrewPlace;
  cell: number;
  isOfSize: boolean;
  isPicked: boolean;
  radius: number;
}) {
  return (
    <g>
      <circle
        cx={place.xMm}
        cy={place.yMm}
        r={radius}
        fill={isOfSize ? "var(--ink)" : "var(--raised)"}
        stroke={isPicked ? "var(--liquid)" : "var(--ink)"}
        strokeWidth={(isPicked ? 0.4 : 0.18) * radius}
      />
      <text
        x={place.xMm}
        y={place.yMm}
        fontSize={1.1 * radius}
        textAnchor="middle"
        dominantBaseline="central"
        fill={isOfSize ? "var(--on-ink)" : "var(--ink)"}
        pointerEvents="none"
      >
        {cell}
      </text>
    </g>
  );
}

function BackFields({ back }: { back: Outline }) {
  const { change } = useEditor();
  const setBack = (more: Partial<Outline>) => change({ back: { ...back, ...more } }, "back");
  return (
    <Chosen title={t("back")}>
      <NumberEntry
        label={t("back-width-mm")}
        value={back.widthMm}
        path="back.widthMm"
        onChange={(mm) => setBack({ widthMm: mm! })}
      />
      <NumberEntry
        label={t("back-height-mm")}
        value={back.heightMm}
        path="back.heightMm"
        onChange={(mm) => setBack({ heightMm: mm! })}
      />
      <NumberEntry
        label={t("corner-mm")}
        optional
        value={back.cornerRadiusMm}
        path="back.cornerRadiusMm"
        onChange={(mm) => setBack({ cornerRadiusMm: mm })}
      />
    </Chosen>
  );
}

/** A size of screw; above it the one screw that was tapped. */
function SizeFields() {
  const { family, change, selection, select } = useEditor();
  const chosen = useChosen("screws", family.screws, (screws) => change({ screws }, "screws"));
  if (!chosen) return null;
  const { row: size, index: i, set, remove } = chosen;
  const at = selection.place ?? -1;
  const place = size.places[at];
  const setPlace = (more: Partial<ScrewPlace>) =>
    set({ places: size.places.map((p, n) => (n === at ? { ...p, ...more } : p)) });
  return (
    <>
      {place && (
        <div className="mb-4 border-b border-line pb-4">
          <Chosen
            title={t("screw-of", { at: at + 1, count: size.count })}
            onRemove={() => {
              set({
                places: size.places.filter((_, n) => n !== at),
                count: Math.max(1, size.count - 1),
              });
              select({ list: "screws", index: i });
            }}
          >
            <NumberEntry
              label={t("left-mm")}
              value={place.xMm}
              path={`screws[${i}].places[${at}].xMm`}
              onChange={(mm) => setPlace({ xMm: mm! })}
            />
            <NumberEntry
              label={t("top-mm")}
              value={place.yMm}
              path={`screws[${i}].places[${at}].yMm`}
              onChange={(mm) => setPlace({ yMm: mm! })}
            />
            <Wide>
              <TextEntry
                label={t("what-lies-under-it")}
                value={place.under ?? ""}
                path={`screws[${i}].places[${at}].under`}
                onChange={(under) => setPlace({ under: under || undefined })}
              />
            </Wide>
          </Chosen>
        </div>
      )}
      <Chosen title={screwName(size)} onRemove={remove}>
        <TextEntry
          label={t("thread")}
          value={size.thread}
          path={`screws[${i}].thread`}
          onChange={(thread) => set({ thread })}
        />
        <NumberEntry
          label={t("length-mm")}
          value={size.lengthMm}
          path={`screws[${i}].lengthMm`}
          onChange={(mm) => set({ lengthMm: mm! })}
        />
        <ChoiceEntry
          label={t("hold")}
          value={size.holds}
          options={screwHolds}
          path={`screws[${i}].holds`}
          onChange={(holds) => set({ holds })}
        />
        <NumberEntry
          label={t("how-many")}
          value={size.count}
          path={`screws[${i}].count`}
          onChange={(count) => set({ count: count! })}
        />
        <TextEntry
          label={t("head")}
          value={size.head}
          path={`screws[${i}].head`}
          onChange={(head) => set({ head })}
        />
        <TextEntry
          label={t("where")}
          value={size.where}
          path={`screws[${i}].where`}
          onChange={(where) => set({ where })}
        />
      </Chosen>
    </>
  );
}
