import { Trash2 } from "lucide-react";
import { useEffect, useRef, type ReactNode } from "react";
import { useEditor } from "./editor.ts";
import type { Selection } from "./family-parts.ts";
import { t } from "../../../words/family.ts";

/** A sheet of the drawing board: the drawing large, what is on it in a list, the selected thing's fields beside it. */
export function Board({
  drawing,
  lists,
  children,
}: {
  drawing: ReactNode;
  lists?: ReactNode;
  children: ReactNode;
}) {
  const { selection } = useEditor();
  const fields = useRef<HTMLDivElement>(null);
  const shown = useRef(selection);
  // Where list and fields share one column, what was just selected comes into view.
  useEffect(() => {
    if (shown.current !== selection) fields.current?.scrollIntoView({ block: "nearest" });
    shown.current = selection;
  }, [selection]);
  return (
    <div
      className={`grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)] grid-rows-[minmax(0,40dvh)_minmax(0,1fr)] max-xl:side:grid-cols-[minmax(0,1fr)_min(21rem,50%)] side:grid-rows-[minmax(0,1fr)] ${
        lists ? "xl:grid-cols-[minmax(0,1fr)_36rem]" : "xl:grid-cols-[minmax(0,1fr)_22rem]"
      }`}
    >
      <div className="flex min-h-0 min-w-0 flex-col gap-2 overflow-y-auto p-2 lg:p-4">{drawing}</div>
      <div
        className={`min-h-0 overflow-y-auto border-t border-line side:border-t-0 side:border-l ${
          lists ? "xl:grid xl:grid-cols-[16rem_minmax(0,1fr)] xl:overflow-hidden" : ""
        }`}
      >
        {lists && <div className="p-3 xl:overflow-y-auto">{lists}</div>}
        <div ref={fields} className="border-line p-3 xl:overflow-y-auto xl:border-l">
          {children}
        </div>
      </div>
    </div>
  );
}

/** The few fields of what is selected. */
export function Chosen({
  title,
  onRemove,
  children,
}: {
  title: string;
  onRemove?: () => void;
  children: ReactNode;
}) {
  const { selection } = useEditor();
  return (
    <fieldset
      key={`${selection.list} ${selection.index} ${selection.place}`}
      aria-label={t("selected")}
      className="min-w-0"
    >
      <div className="mb-2 flex min-h-12 items-center gap-2">
        <h2 className="min-w-0 flex-1 truncate text-lg font-semibold">{title}</h2>
        {onRemove && (
          <button type="button" className="control border-soft px-3" onClick={onRemove}>
            <Trash2 aria-hidden size={18} /> {t("remove")}
          </button>
        )}
      </div>
      <div className="grid grid-cols-2 items-start gap-x-2 gap-y-3">{children}</div>
    </fieldset>
  );
}

/** A field as wide as the board has room beside the drawing. */
export const Wide = ({ children }: { children: ReactNode }) => <div className="col-span-2">{children}</div>;

/** What is selected in a list, with how it is changed and removed; nothing where no entry of the list is selected. */
export function useChosen<Row>(
  list: Selection["list"],
  rows: readonly Row[],
  onChange: (rows: Row[]) => void,
): { row: Row; index: number; set: (more: Partial<Row>) => void; remove: () => void } | null {
  const { selection, select } = useEditor();
  const { index } = selection;
  const row = rows[index];
  if (selection.list !== list || row === undefined) return null;
  return {
    row,
    index,
    set: (more) => onChange(rows.map((one, i) => (i === index ? { ...one, ...more } : one))),
    remove: () => {
      onChange(rows.filter((_, i) => i !== index));
      select({ list, index: Math.max(0, index - 1) });
    },
  };
}
