import {
  DndContext,
  MouseSensor,
  pointerWithin,
  TouchSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
  type Announcements,
  type DragEndEvent,
} from "@dnd-kit/core";
import { useRef, type ReactNode } from "react";
import type { PlannedStep } from "../../../core/plan/bench-plan.ts";
import { t } from "../../../words/plan.ts";
import { term } from "../../../words/speaker.ts";
import { minuteText } from "../../ui/time-text.ts";
import type { Lane } from "./lanes.ts";

const HOUR_MS = 3_600_000;
/** A narrower block has no room for its job's number, % of the day. */
const LEAST_TEXT = 4.5;

/** A block is put where it is dropped, to so many minutes, ms. */
const DROPPED_TO_MS = 300_000;

/** A finger that rests so long on a block takes it; before that it moves the page. */
const TOUCH_MS = 180;

const nothing = () => undefined;
const silent: Announcements = {
  onDragStart: nothing,
  onDragOver: nothing,
  onDragEnd: nothing,
  onDragCancel: nothing,
};

/** Where a block was dropped. */
export interface Dropped {
  step: PlannedStep;
  startMs: number;
  lane: Lane | null;
}

/** A lane that blocks can be dropped on. */
function LaneRow({ lane, children }: { lane: Lane; children: ReactNode }) {
  const { setNodeRef, isOver } = useDroppable({ id: lane.key, data: { lane } });
  return (
    <div ref={setNodeRef} className={`relative min-h-0 border-t border-line ${isOver ? "bg-line/50" : ""}`}>
      {children}
    </div>
  );
}

/** A block of work; dragged, it is held where it is dropped. */
function Block({
  step,
  left,
  width,
  row,
  rows,
  isShown,
  isHeld,
  mayMove,
}: {
  step: PlannedStep;
  left: number;
  width: number;
  row: number;
  rows: number;
  isShown: boolean;
  isHeld: boolean;
  mayMove: boolean;
}) {
  const { code, index, technician } = step;
  const { setNodeRef, listeners, transform } = useDraggable({
    id: `${code} ${index}`,
    data: { step },
    disabled: !mayMove,
  });
  return (
    <div
      ref={setNodeRef}
      {...listeners}
      data-code={code}
      data-index={index}
      className={`absolute overflow-hidden rounded-sm border text-sm leading-none whitespace-nowrap ${
        isShown ? "z-10 border-ink bg-ink text-on-ink" : "border-ink bg-ground"
      } ${technician === null ? "border-dashed" : ""} ${isHeld ? "border-b-4 border-b-heat" : ""} ${
        mayMove ? "cursor-grab" : ""
      } ${transform ? "z-30 opacity-80" : ""}`}
      style={{
        left: `${left}%`,
        width: `${Math.max(0.3, width)}%`,
        top: `calc(${(100 * row) / rows}% + 2px)`,
        height: `calc(${100 / rows}% - 4px)`,
        transform: transform ? `translate(${transform.x}px, ${transform.y}px)` : undefined,
      }}
    >
      {width > LEAST_TEXT && (
        <span className="inline-block p-1 tabular-nums max-sm:hidden">{code.replace(/^[A-Z]+-/, "")}</span>
      )}
    </div>
  );
}

/**
 * The lanes of a day, hours from left to right: hands are solid, what runs by itself has a dashed edge, what is held a thick foot; a chosen job
 * stands out. What begins within the next half hour lies in the shaded stretch and stays.
 */
export function PlanLanes({
  lanes,
  day,
  clock,
  nowMs,
  frozenUntilMs,
  shownCode,
  isHeld,
  isBusy = false,
  onDrop,
}: {
  lanes: readonly Lane[];
  day: { fromMs: number; toMs: number };
  clock: (minute: number) => number;
  nowMs: number;
  frozenUntilMs: number;
  shownCode: string | null;
  isHeld: (step: PlannedStep) => boolean;
  /** Blocks may still change their places: none is taken by hand. */
  isBusy?: boolean;
  /** Nothing can be moved where it is not given. */
  onDrop?: (dropped: Dropped) => void;
}) {
  const field = useRef<HTMLDivElement>(null);
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 5 } }),
    useSensor(TouchSensor, { activationConstraint: { delay: TOUCH_MS, tolerance: 8 } }),
  );
  const share = (atMs: number) =>
    (100 * (Math.min(day.toMs, Math.max(day.fromMs, atMs)) - day.fromMs)) / (day.toMs - day.fromMs);
  const hours = Array.from(
    { length: Math.floor((day.toMs - day.fromMs) / HOUR_MS) + 1 },
    (_, k) => day.fromMs + k * HOUR_MS,
  );
  const isNow = nowMs > day.fromMs && nowMs < day.toMs;
  const drop = ({ active, over, delta }: DragEndEvent) => {
    const { step } = active.data.current as { step: PlannedStep };
    const lane = (over?.data.current as { lane: Lane } | undefined)?.lane ?? null;
    const width = field.current!.getBoundingClientRect().width;
    const wishedMs = clock(step.startMin) + (delta.x / width) * (day.toMs - day.fromMs);
    const startMs = DROPPED_TO_MS * Math.ceil(Math.max(wishedMs, frozenUntilMs) / DROPPED_TO_MS - 0.5);
    onDrop?.({ step, startMs: Math.max(startMs, frozenUntilMs), lane });
  };
  return (
    <div
      role="group"
      aria-label={t("the-day")}
      aria-busy={isBusy}
      className="grid h-80 min-h-0 grid-cols-[auto_minmax(0,1fr)] border-2 border-soft bg-raised lg:h-auto"
    >
      <div className="grid min-h-0 auto-rows-fr pt-6">
        {lanes.map(({ key, station, place, person }) => (
          <div key={key} className="flex min-h-0 items-center border-t border-line px-2 leading-tight">
            {person ??
              (place === null ? term(station ?? "") : t("place", { station: term(station ?? ""), place }))}
          </div>
        ))}
      </div>
      <div ref={field} className="relative min-h-0 overflow-hidden pt-6">
        {hours.map((at) => (
          <div key={at} className="absolute inset-y-0 border-l border-line" style={{ left: `${share(at)}%` }}>
            <span className="pl-1 text-sm text-soft tabular-nums max-sm:hidden">{minuteText(at)}</span>
          </div>
        ))}
        {isNow && (
          <div
            className="absolute inset-y-0 bg-line/50"
            style={{ left: `${share(nowMs)}%`, width: `${share(frozenUntilMs) - share(nowMs)}%` }}
          />
        )}
        <DndContext
          id="plan"
          sensors={sensors}
          collisionDetection={pointerWithin}
          onDragEnd={drop}
          accessibility={{
            // Keys have the buttons of each step; the list says where it went.
            screenReaderInstructions: { draggable: "" },
            announcements: silent,
          }}
        >
          <div className="relative grid h-full auto-rows-fr">
            {lanes.map((lane) => (
              <LaneRow key={lane.key} lane={lane}>
                {lane.steps
                  .filter(({ step }) => clock(step.endMin) > day.fromMs && clock(step.startMin) < day.toMs)
                  .map(({ step, row }) => {
                    const [left, right] = [share(clock(step.startMin)), share(clock(step.endMin))];
                    return (
                      <Block
                        key={`${step.code} ${step.index}`}
                        step={step}
                        left={left}
                        width={right - left}
                        row={row}
                        rows={lane.rows}
                        isShown={shownCode === step.code}
                        isHeld={isHeld(step)}
                        mayMove={onDrop !== undefined && !isBusy && clock(step.startMin) >= frozenUntilMs}
                      />
                    );
                  })}
              </LaneRow>
            ))}
          </div>
        </DndContext>
        {isNow && (
          <div
            className="pointer-events-none absolute inset-y-0 z-20 border-l-4 border-heat"
            style={{ left: `${share(nowMs)}%` }}
          />
        )}
      </div>
    </div>
  );
}
