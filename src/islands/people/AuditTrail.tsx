import type { AuditLine } from "../../../server/access/audit.ts";
import { t } from "../../../words/people.ts";
import { SearchField } from "../../ui/SearchField.tsx";
import { dayAndTimeText } from "../../ui/time-text.ts";
import { useTypedSearch } from "../../ui/useTypedSearch.ts";

/** What was done, as people say it; what was asked of the server stays as it was asked. */
function whatText(what: string): string {
  switch (what) {
    case "signed in":
      return t("did-sign-in");
    case "signed out":
      return t("did-sign-out");
    case "wrong proof":
      return t("did-wrong");
    case "too many tries":
      return t("did-too-many");
    case "chose proofs":
      return t("did-choose");
    case "tablet enrolled":
      return t("did-enrol");
    default:
      return what;
  }
}

/** The trail of who did what beside the jobs' own records, newest first. */
export function AuditTrail({ initial }: { initial: AuditLine[] }) {
  const { find, setFind, found: lines } = useTypedSearch("/api/audit", initial);
  return (
    <section className="mt-8">
      <div className="flex flex-wrap items-center gap-x-6 gap-y-2 pb-2">
        <h2 className="text-lg font-semibold">{t("what-was-done")}</h2>
        <SearchField
          label={t("find-in-the-trail")}
          placeholder={t("name-tablet-address")}
          value={find}
          onChange={setFind}
          className="grow"
        />
      </div>
      {lines.length === 0 ? (
        <p className="text-soft">{t("nothing-of-that")}</p>
      ) : (
        <ul className="max-h-[60dvh] overflow-y-auto" tabIndex={0} aria-label={t("what-was-done")}>
          {lines.map(({ at, person, tablet, address, what, about }, i) => (
            <li
              key={`${at} ${i}`}
              className="grid gap-x-4 border-b border-line py-1 text-sm sm:grid-cols-[11rem_10rem_12rem_1fr]"
            >
              <span suppressHydrationWarning>{dayAndTimeText(Date.parse(at))}</span>
              <span className="font-semibold">{person ?? t("somebody")}</span>
              <span className="truncate text-soft">{tablet ?? address}</span>
              <span className="break-all">
                {whatText(what)} {about}
              </span>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
