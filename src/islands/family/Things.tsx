import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type Announcements,
  type DragEndEvent,
} from "@dnd-kit/core";
import {
  arrayMove,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import { GripVertical, Plus } from "lucide-react";
import { useId, type ReactNode } from "react";
import { useEditor } from "./editor.ts";
import type { Selection } from "./family-parts.ts";
import { t } from "../../../words/family.ts";

/** Things of one kind, a line each: selected, added, and dragged into another order by pointer or by keys. */
export function Things<Row>({
  list,
  title,
  addLabel,
  rows,
  blank,
  nameOf,
  aboutOf,
  markOf,
  onChange,
}: {
  list: Selection["list"];
  title: string;
  addLabel: string;
  rows: readonly Row[];
  blank: () => Row;
  nameOf: (row: Row) => string;
  /** Its figure, at the end of the line. */
  aboutOf?: (row: Row) => string;
  /** Its drawing, before its name. */
  markOf?: (row: Row) => ReactNode;
  onChange: (rows: Row[]) => void;
}) {
  const { selection, select, isFaulty } = useEditor();
  const contextId = useId();
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  // Rows have no lasting name of their own while they are typed: their place is their name between two changes.
  const ids = rows.map((_, i) => `row-${i + 1}`);
  const spoken = (id: string | number) => {
    const index = ids.indexOf(String(id));
    return nameOf(rows[index]!) || `row ${index + 1}`;
  };
  const place = (id: string | number) => ids.indexOf(String(id)) + 1;
  const announcements: Announcements = {
    onDragStart: ({ active }) => t("picked-up-place", { spoken: spoken(active.id), place: place(active.id) }),
    onDragOver: ({ active, over }) =>
      over ? t("over-place", { spoken: spoken(active.id), place: place(over.id) }) : undefined,
    onDragEnd: ({ active, over }) =>
      over ? t("put-down-at-place", { spoken: spoken(active.id), place: place(over.id) }) : undefined,
    onDragCancel: ({ active }) => t("left-where-it-was", { spoken: spoken(active.id) }),
  };
  const isMine = selection.list === list;
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    const [from, to] = [ids.indexOf(String(active.id)), ids.indexOf(String(over.id))];
    onChange(arrayMove([...rows], from, to));
    const order = arrayMove(
      rows.map((_, i) => i),
      from,
      to,
    );
    if (isMine) select({ list, index: order.indexOf(selection.index) });
  };
  return (
    <section aria-label={title} className="mb-4">
      <div className="flex items-center gap-2">
        <h2 className="flex-1 font-semibold">{title}</h2>
        <button
          type="button"
          aria-label={addLabel}
          className="control border-soft px-2"
          onClick={() => {
            onChange([...rows, blank()]);
            select({ list, index: rows.length });
          }}
        >
          <Plus aria-hidden size={20} /> {t("add")}
        </button>
      </div>
      <DndContext
        accessibility={{ announcements, screenReaderInstructions: { draggable: t("drag-how") } }}
        id={contextId}
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragEnd={onDragEnd}
      >
        <SortableContext items={ids} strategy={verticalListSortingStrategy}>
          <ol aria-label={title} className="mt-1 border-t border-line">
            {rows.map((row, index) => (
              <Thing
                key={ids[index]}
                id={ids[index]!}
                name={nameOf(row) || `row ${index + 1}`}
                about={aboutOf?.(row)}
                mark={markOf?.(row)}
                isSelected={isMine && selection.index === index}
                isFaulty={isFaulty(`${list}[${index}]`)}
                onSelect={() => select({ list, index })}
              />
            ))}
          </ol>
        </SortableContext>
      </DndContext>
    </section>
  );
}

/** A line of a list: what it is, its drawing and figure, whether it is selected, whether something in it is wrong. */
interface RowLook {
  name: string;
  about?: string | undefined;
  mark?: ReactNode;
  isSelected: boolean;
  isFaulty: boolean;
  onSelect: () => void;
}

function Thing({ id, ...look }: RowLook & { id: string }) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition } = useSortable({
    id,
  });
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition: transition ?? undefined }}
      className={`flex items-stretch border-b border-line ${look.isSelected ? "bg-ink text-on-ink" : "bg-ground"}`}
    >
      <button
        type="button"
        ref={setActivatorNodeRef}
        {...attributes}
        {...listeners}
        aria-label={t("move-2", { name: look.name })}
        className="flex min-h-12 w-8 cursor-grab touch-none items-center justify-center"
      >
        <GripVertical aria-hidden size={18} />
      </button>
      <SelectRow {...look} />
    </li>
  );
}

/** What is pressed to select a line. */
export function SelectRow({ name, about, mark, isSelected, isFaulty, onSelect }: RowLook) {
  return (
    <button
      type="button"
      aria-pressed={isSelected}
      className="flex min-h-12 min-w-0 flex-1 items-center gap-2 py-1 pr-2 text-left"
      onClick={onSelect}
    >
      {mark}
      <span className={`line-clamp-2 min-w-0 flex-1 leading-tight ${isSelected ? "font-semibold" : ""}`}>
        {name}
      </span>
      {about && <span className="shrink-0 text-sm">{about}</span>}
      {isFaulty && (
        <span className={`edge-hatch shrink-0 text-sm ${isSelected ? "" : "text-danger"}`}>{t("mend")}</span>
      )}
    </button>
  );
}

/** A thing that a family has once: a line as in a list. */
export function OneThing({
  list,
  name,
  about,
  mark,
  faultPaths = [list],
}: {
  list: Selection["list"];
  name: string;
  about?: string;
  mark?: ReactNode;
  faultPaths?: readonly string[];
}) {
  const { selection, select, isFaulty } = useEditor();
  const isSelected = selection.list === list;
  return (
    <div className={`mb-4 flex border-y border-line pl-2 ${isSelected ? "bg-ink text-on-ink" : ""}`}>
      <SelectRow
        {...{ name, about, mark, isSelected }}
        isFaulty={faultPaths.some(isFaulty)}
        onSelect={() => select({ list, index: 0 })}
      />
    </div>
  );
}
