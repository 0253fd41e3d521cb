import type { ComponentProps, ReactNode } from "react";

/** A button that opens the camera or the device's own pictures; the same picture may be taken twice. */
export function PhotoPicker({
  label,
  onPick,
  ...input
}: {
  label: ReactNode;
  onPick: (files: File[]) => void;
} & Pick<ComponentProps<"input">, "capture" | "multiple" | "disabled">) {
  return (
    <label className="control relative has-focus-visible:outline-3 has-focus-visible:outline-liquid">
      {label}
      <input
        {...input}
        type="file"
        accept="image/*"
        className="absolute -inset-0.5 h-12 w-[calc(100%+4px)] cursor-pointer opacity-0"
        onChange={({ target }) => {
          const files = [...(target.files ?? [])];
          target.value = "";
          if (files.length > 0) onPick(files);
        }}
      />
    </label>
  );
}
