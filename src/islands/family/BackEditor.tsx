import { useRef, useState, type PointerEvent } from "react";
import { screwName } from "../../../core/open/screw-ledger.ts";
import { backOf, screwHolds, type ScrewSize } from "../../../core/stack/family.ts";
import { ontoPanel, pointerPlace } from "../../drawing/plan-point.ts";
import { PlanFrame, planUnit } from "../../drawing/PlanFrame.tsx";
import { useEditor } from "./editor.ts";
import { ChoiceEntry, NumberEntry, TextEntry } from "./entries.tsx";
import { Rows } from "./Rows.tsx";

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

/** The back of the device with its screws: a size is chosen, then tapped where its screws sit. */
export function BackEditor() {
  const { family, change } = useEditor();
  const [placing, setPlacing] = useState(0);
  // Known at once: a pointer may move before anything is drawn again.
  const held = useRef<{ size: number; place: number } | null>(null);
  const [picked, setPicked] = useState<{ size: number; place: number } | null>(null);
  const back = backOf(family);
  const drawable = back.widthMm > 0 && back.heightMm > 0;
  const unit = drawable ? planUnit(back) : 1;
  const { screws } = family;
  const setSize = (index: number, more: Partial<ScrewSize>, what = `screw ${index}`) =>
    change({ screws: screws.map((size, i) => (i === index ? { ...size, ...more } : size)) }, what);
  const setBack = (more: Partial<typeof back>) => change({ back: { ...back, ...more } }, "back");
  /** Number of the tray cell: sizes in their order, in each the places in theirs. */
  const cellOf = (size: number, place: number) =>
    screws.slice(0, size).reduce((sum, { count }) => sum + (count || 0), 0) + place + 1;

  const down = (event: PointerEvent<SVGSVGElement>) => {
    const size = screws[placing];
    if (event.button !== 0 || !size) return;
    const at = ontoPanel(back, pointerPlace(event.currentTarget, event));
    event.currentTarget.setPointerCapture(event.pointerId);
    for (const [s, { places }] of screws.entries()) {
      const place = places.findIndex((p) => Math.hypot(p.xMm - at.xMm, p.yMm - at.yMm) < 4 * unit);
      if (place >= 0) {
        held.current = { size: s, place };
        setPicked({ size: s, place });
        return;
      }
    }
    const places = [...size.places, at];
    setSize(placing, { places, count: Math.max(size.count || 0, places.length) }, "add a screw");
    setPicked({ size: placing, place: places.length - 1 });
  };
  const move = (event: PointerEvent<SVGSVGElement>) => {
    const { size: index, place } = held.current ?? { size: -1, place: -1 };
    const size = screws[index];
    if (!size) return;
    const at = ontoPanel(back, pointerPlace(event.currentTarget, event));
    const places = size.places.map((p, i) => (i === place ? { ...p, ...at } : p));
    setSize(index, { places }, `move a screw ${index} ${place}`);
  };
  const pickedPlace = picked ? screws[picked.size]?.places[picked.place] : undefined;

  return (
    <div className="grid gap-6 lg:grid-cols-2">
      <div>
        <div role="group" aria-label="Which screw to place" className="flex flex-wrap gap-1.5">
          {screws.map((size, i) => (
            <button
              key={i}
              type="button"
              aria-pressed={placing === i}
              className="control border-soft px-3 font-normal aria-pressed:bg-ink aria-pressed:text-on-ink"
              onClick={() => setPlacing(i)}
            >
              {screwName(size)}
            </button>
          ))}
        </div>
        <p className="mt-1">
          {screws.length > 0
            ? "Tap where a screw of this size sits; drag one to move it. Seen from behind."
            : "Add a size of screw, then tap where its screws sit."}
        </p>
        {drawable && (
          <PlanFrame
            outline={back}
            borderMm={0}
            role="application"
            className="cursor-crosshair touch-none"
            title="The back of the device, to place its screws on"
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
            {({ unit: u }) =>
              screws.flatMap((size, s) =>
                size.places.map((place, p) => {
                  const isPicked = picked?.size === s && picked.place === p;
                  return (
                    <g key={`${s} ${p}`}>
                      <circle
                        cx={place.xMm}
                        cy={place.yMm}
                        r={3.4 * u}
                        fill={s === placing ? "var(--ink)" : "var(--raised)"}
                        stroke={isPicked ? "var(--liquid)" : "var(--ink)"}
                        strokeWidth={(isPicked ? 1.4 : 0.6) * u}
                      />
                      <text
                        x={place.xMm}
                        y={place.yMm}
                        fontSize={3.8 * u}
                        textAnchor="middle"
                        dominantBaseline="central"
                        fill={s === placing ? "var(--on-ink)" : "var(--ink)"}
                        pointerEvents="none"
                      >
                        {cellOf(s, p)}
                      </text>
                    </g>
                  );
                }),
              )
            }
          </PlanFrame>
        )}
        {picked && pickedPlace && (
          <div className="mt-2 grid grid-cols-[5rem_5rem_1fr_auto] items-end gap-2">
            <NumberEntry
              label="Left, mm"
              value={pickedPlace.xMm}
              path={`screws[${picked.size}].places[${picked.place}].xMm`}
              onChange={(mm) => setPlace({ xMm: mm! })}
            />
            <NumberEntry
              label="Top, mm"
              value={pickedPlace.yMm}
              path={`screws[${picked.size}].places[${picked.place}].yMm`}
              onChange={(mm) => setPlace({ yMm: mm! })}
            />
            <TextEntry
              label="What lies under it"
              value={pickedPlace.under ?? ""}
              path={`screws[${picked.size}].places[${picked.place}].under`}
              onChange={(under) => setPlace({ under: under || undefined })}
            />
            <button
              type="button"
              className="control"
              onClick={() => {
                const size = screws[picked.size]!;
                const places = size.places.filter((_, i) => i !== picked.place);
                setSize(picked.size, { places, count: Math.max(1, size.count - 1) }, "remove a screw");
                setPicked(null);
              }}
            >
              Remove
            </button>
          </div>
        )}
      </div>
      <div className="grid content-start gap-4">
        <div className="grid grid-cols-3 gap-2">
          <NumberEntry
            label="Back width, mm"
            value={back.widthMm}
            path="back.widthMm"
            onChange={(mm) => setBack({ widthMm: mm! })}
          />
          <NumberEntry
            label="Back height, mm"
            value={back.heightMm}
            path="back.heightMm"
            onChange={(mm) => setBack({ heightMm: mm! })}
          />
          <NumberEntry
            label="Corner, mm"
            optional
            value={back.cornerRadiusMm}
            path="back.cornerRadiusMm"
            onChange={(mm) => setBack({ cornerRadiusMm: mm })}
          />
        </div>
      </div>
      <div className="lg:col-span-2">
        <h3 className="font-semibold">Sizes, in the order in which they come out</h3>
        <Rows
          title="Screws"
          addLabel="Add a size"
          rows={screws}
          blank={usualSize}
          nameOf={screwName}
          onChange={(next) => change({ screws: next }, "screws")}
        >
          {(size, set, i) => (
            <>
              <TextEntry
                label="Thread"
                value={size.thread}
                path={`screws[${i}].thread`}
                onChange={(thread) => set({ thread })}
              />
              <NumberEntry
                label="Length, mm"
                value={size.lengthMm}
                path={`screws[${i}].lengthMm`}
                onChange={(mm) => set({ lengthMm: mm! })}
              />
              <ChoiceEntry
                label="Hold"
                value={size.holds}
                options={screwHolds}
                path={`screws[${i}].holds`}
                onChange={(holds) => set({ holds })}
              />
              <NumberEntry
                label="How many"
                value={size.count}
                path={`screws[${i}].count`}
                onChange={(count) => set({ count: count! })}
              />
              <TextEntry
                label="Head"
                value={size.head}
                path={`screws[${i}].head`}
                onChange={(head) => set({ head })}
              />
              <div className="col-span-2">
                <TextEntry
                  label="Where"
                  value={size.where}
                  path={`screws[${i}].where`}
                  onChange={(where) => set({ where })}
                />
              </div>
            </>
          )}
        </Rows>
      </div>
    </div>
  );

  function setPlace(more: Partial<ScrewSize["places"][number]>) {
    if (!picked) return;
    const size = screws[picked.size]!;
    const places = size.places.map((p, i) => (i === picked.place ? { ...p, ...more } : p));
    setSize(picked.size, { places }, `place ${picked.size} ${picked.place}`);
  }
}
