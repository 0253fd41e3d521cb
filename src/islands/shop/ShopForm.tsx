import type { ReactNode } from "react";
import { useMounted } from "../../ui/useMounted.ts";

/** A form of what the shop sets: its fields, and a button with what became of it beside it. */
export function ShopForm({
  onSave,
  save,
  said,
  className,
  children,
}: {
  onSave: () => void;
  /** The button's words. */
  save: string;
  said: string | undefined;
  className: string;
  children: ReactNode;
}) {
  const mounted = useMounted();
  return (
    <form
      className={`grid gap-5 ${className}`}
      aria-busy={!mounted}
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        onSave();
      }}
    >
      {children}
      <div className="col-span-full flex items-center gap-4">
        <button type="submit" className="control-strong">
          {save}
        </button>
        <p role="status">{said}</p>
      </div>
    </form>
  );
}
