import { t } from "../../words/frame.ts";
import { term } from "../../words/speaker.ts";
import { NotMeasured } from "./NotMeasured.tsx";

/** What an answer rests on that nobody measured: how many, and a tap says which. Nothing where all was given. */
export function Assumptions({ words }: { words: readonly string[] }) {
  if (words.length === 0) return null;
  return (
    <NotMeasured
      className="text-sm"
      aria-label={t("count-assumed", { count: words.length })}
      shown={t("assumed")}
    >
      <ul className="mt-1 list-disc pl-5">
        {words.map((each) => (
          <li key={each}>{term(each)}</li>
        ))}
      </ul>
    </NotMeasured>
  );
}
