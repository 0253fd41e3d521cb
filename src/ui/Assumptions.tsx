import * as Popover from "@radix-ui/react-popover";
import { t } from "../../words/frame.ts";
import { term } from "../../words/speaker.ts";

/** What an answer rests on that nobody measured: how many, and a tap says which. Nothing where all was given. */
export function Assumptions({ words }: { words: readonly string[] }) {
  if (words.length === 0) return null;
  return (
    <Popover.Root>
      <Popover.Trigger
        className="inline-flex min-h-12 min-w-12 items-center text-sm"
        aria-label={t("count-assumed", { count: words.length })}
      >
        <span className="assumed">{t("assumed")}</span>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          className="z-50 max-w-80 rounded-sm border-2 border-ink bg-raised p-4 text-ink shadow-lg"
          sideOffset={4}
          collisionPadding={12}
        >
          <p className="font-semibold">{t("not-measured-here")}</p>
          <ul className="mt-1 list-disc pl-5">
            {words.map((each) => (
              <li key={each}>{term(each)}</li>
            ))}
          </ul>
          <Popover.Close className="control mt-3">{t("good")}</Popover.Close>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
