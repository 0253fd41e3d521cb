import { Popover } from "radix-ui";
import type { ComponentProps, ReactNode } from "react";
import { t } from "../../words/frame.ts";

/** Something that nobody has measured: dotted underline, and a tap says what it rests on. */
export function NotMeasured({
  shown,
  children,
  ...trigger
}: { shown: ReactNode; children: ReactNode } & Pick<
  ComponentProps<"button">,
  "className" | "title" | "aria-label"
>) {
  return (
    <Popover.Root>
      <Popover.Trigger
        {...trigger}
        className={`inline-flex min-h-12 min-w-12 items-center ${trigger.className ?? ""}`}
      >
        <span className="assumed">{shown}</span>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          className="z-50 max-w-80 rounded-sm border-2 border-ink bg-raised p-4 text-ink shadow-lg"
          sideOffset={4}
          collisionPadding={12}
        >
          <p className="font-semibold">{t("not-measured-here")}</p>
          {children}
          <Popover.Close className="control mt-3">{t("good")}</Popover.Close>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
