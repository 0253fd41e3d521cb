import { Plus } from "lucide-react";
import type { ReactNode } from "react";
import { SearchField } from "./SearchField.tsx";
import { useMounted } from "./useMounted.ts";

/** The head of a list: what there is, where it is searched, and what adds to it: another page, or what a press opens. */
export function ListHead({
  title,
  search,
  add,
  more,
}: {
  title: string;
  search: { label: string; placeholder: string; value: string; onChange: (value: string) => void };
  add: { text: string } & ({ href: string } | { onPress: () => void });
  /** Another way to find something. */
  more?: ReactNode;
}) {
  const mounted = useMounted();
  const text = (
    <>
      <Plus aria-hidden size={20} /> {add.text}
    </>
  );
  return (
    <div className="flex flex-wrap items-center gap-x-6 gap-y-3 py-3 sm:py-4">
      <h1 className="answer max-sm:min-w-0 max-sm:grow max-sm:basis-0" aria-live="polite">
        {title}
      </h1>
      <SearchField {...search} className="grow max-sm:order-last max-sm:basis-full sm:min-w-48" />
      {more}
      {"href" in add ? (
        <a href={add.href} className="control-strong">
          {text}
        </a>
      ) : (
        <button type="button" className="control-strong" aria-busy={!mounted} onClick={add.onPress}>
          {text}
        </button>
      )}
    </div>
  );
}
