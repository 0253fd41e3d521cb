import type { ReactNode } from "react";
import { SearchField } from "./SearchField.tsx";

/** The head of a list: what there is, where it is searched, and what adds to it. */
export function ListHead({
  title,
  search,
  children,
}: {
  title: string;
  search: { label: string; placeholder: string; value: string; onChange: (value: string) => void };
  children: ReactNode;
}) {
  return (
    <div className="flex flex-wrap items-center gap-x-6 gap-y-3 py-3 sm:py-4">
      <h1 className="answer max-sm:min-w-0 max-sm:grow max-sm:basis-0" aria-live="polite">
        {title}
      </h1>
      <SearchField {...search} className="grow max-sm:order-last max-sm:basis-full sm:min-w-48" />
      {children}
    </div>
  );
}
