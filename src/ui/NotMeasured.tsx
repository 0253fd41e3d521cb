import type { ComponentProps } from "react";
import { t } from "../../words/frame.ts";
import { PopoverNote } from "./PopoverNote.tsx";

/** Something that nobody has measured: dotted underline, and a tap says what it rests on. */
export const NotMeasured = ({ shown, ...note }: Omit<ComponentProps<typeof PopoverNote>, "heading">) => (
  <PopoverNote {...note} heading={t("not-measured-here")} shown={<span className="assumed">{shown}</span>} />
);
