import { Popover } from "radix-ui";
import type { ComponentProps, ReactNode } from "react";
import { t } from "../../words/frame.ts";

/** Something with more to say than there is room for: a tap says it. */
export function PopoverNote({
  heading,
  shown,
  children,
  ...trigger
}: { heading: string; shown: ReactNode; children: ReactNode } & Pick<
  ComponentProps<"button">,
  "className" | "title" | "aria-label"
>) {
  return (
    <Popover.Root>
      <Popover.Trigger
        {...trigger}
        className={`inline-flex min-h-12 min-w-12 items-center ${trigger.className ?? ""}`}
      >
        {shown}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          className="z-50 max-w-80 rounded-sm border-2 border-ink bg-raised p-4 text-ink shadow-lg"
          sideOffset={4}
          collisionPadding={12}
        >
          <p className="font-semibold">{heading}</p>
          {children}
          <Popover.Close className="control mt-3">{t("good")}</Popover.Close>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
