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
import { GripVertical, Trash2 } from "lucide-react";
import { useId, type ReactNode } from "react";

/** A list whose rows are added, removed and dragged into another order, by pointer or by keys. */
export function Rows<Row>({
  title,
  addLabel,
  rows,
  blank,
  nameOf,
  onChange,
  children,
}: {
  title: string;
  addLabel: string;
  rows: readonly Row[];
  blank: () => Row;
  nameOf: (row: Row) => string;
  onChange: (rows: Row[]) => void;
  children: (row: Row, set: (more: Partial<Row>) => void, index: number) => ReactNode;
}) {
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
    onDragStart: ({ active }) => `${spoken(active.id)} picked up, place ${place(active.id)}.`,
    onDragOver: ({ active, over }) =>
      over ? `${spoken(active.id)} over place ${place(over.id)}.` : undefined,
    onDragEnd: ({ active, over }) =>
      over ? `${spoken(active.id)} put down at place ${place(over.id)}.` : undefined,
    onDragCancel: ({ active }) => `${spoken(active.id)} left where it was.`,
  };
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    onChange(arrayMove([...rows], ids.indexOf(String(active.id)), ids.indexOf(String(over.id))));
  };
  return (
    <div>
      <DndContext
        accessibility={{ announcements }}
        id={contextId}
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragEnd={onDragEnd}
      >
        <SortableContext items={ids} strategy={verticalListSortingStrategy}>
          <ol aria-label={title} className="border-t border-line">
            {rows.map((row, index) => (
              <SortableRow
                key={ids[index]}
                id={ids[index]!}
                name={nameOf(row) || `row ${index + 1}`}
                onRemove={() => onChange(rows.filter((_, i) => i !== index))}
              >
                {children(
                  row,
                  (more) => onChange(rows.map((r, i) => (i === index ? { ...r, ...more } : r))),
                  index,
                )}
              </SortableRow>
            ))}
          </ol>
        </SortableContext>
      </DndContext>
      <button type="button" className="control mt-2" onClick={() => onChange([...rows, blank()])}>
        {addLabel}
      </button>
    </div>
  );
}

function SortableRow({
  id,
  name,
  onRemove,
  children,
}: {
  id: string;
  name: string;
  onRemove: () => void;
  children: ReactNode;
}) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition } = useSortable({
    id,
  });
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition: transition ?? undefined }}
      className="flex items-start gap-2 border-b border-line bg-ground py-2"
    >
      <button
        type="button"
        ref={setActivatorNodeRef}
        {...attributes}
        {...listeners}
        aria-label={`Move ${name}`}
        className="control mt-7 cursor-grab touch-none border-soft px-2"
      >
        <GripVertical aria-hidden size={20} />
      </button>
      <div className="grid min-w-0 flex-1 grid-cols-2 items-start gap-2 md:grid-cols-4 xl:grid-cols-6">
        {children}
      </div>
      <button
        type="button"
        aria-label={`Remove ${name}`}
        className="control mt-7 border-soft px-2"
        onClick={onRemove}
      >
        <Trash2 aria-hidden size={20} />
      </button>
    </li>
  );
}
