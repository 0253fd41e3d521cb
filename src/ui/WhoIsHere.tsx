import type { Technician } from "../../server/store/technicians.ts";
import { t } from "../../words/frame.ts";
import { signInHere } from "./sign-in.ts";

/** Who is signed in here; a press lets somebody else come in, or leaves. */
export function WhoIsHere({
  people,
  who,
  className = "min-h-12 px-2 font-semibold underline underline-offset-4",
}: {
  people: readonly Technician[];
  who: string;
  className?: string;
}) {
  const name = people.find(({ key }) => key === who)?.name;
  return (
    <button type="button" className={className} onClick={() => void signInHere(null)}>
      {name ?? t("sign-in")}
      {name !== undefined && <span className="sr-only">. {t("change-who-is-here")}</span>}
    </button>
  );
}
