import { useId, type ReactNode } from "react";

/** A label, a control and what is wrong with it, tied together. */
export function Field({
  label,
  fault,
  hint,
  children,
}: {
  label: ReactNode;
  fault?: string | undefined;
  hint?: ReactNode;
  children: (attributes: { id: string; "aria-invalid": boolean; "aria-describedby"?: string }) => ReactNode;
}) {
  const id = useId();
  const describes = fault || hint ? { "aria-describedby": `${id}-about` } : {};
  return (
    <div>
      <label htmlFor={id} className="mb-1 block font-semibold">
        {label}
      </label>
      {children({ id, "aria-invalid": Boolean(fault), ...describes })}
      {(fault || hint) && (
        <p id={`${id}-about`} className={`mt-1 ${fault ? "edge-hatch text-danger" : "text-soft"}`}>
          {fault ?? hint}
        </p>
      )}
    </div>
  );
}
