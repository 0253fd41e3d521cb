import { memo } from "react";
import type { Technician } from "../../server/store/technicians.ts";
import { OutboxMark } from "../outbox/OutboxMark.tsx";
import { helpOf } from "./help-of.ts";
import { PreferencesContext, useStoredPreferences, type Preferences } from "./preferences.ts";
import { Settings } from "./Settings.tsx";
import { Sign } from "./Sign.tsx";
import { WhoIsHere } from "./WhoIsHere.tsx";
import { useMounted } from "./useMounted.ts";
import { t } from "../../words/frame.ts";

/** The strip above every page: where to go, who is at the bench, and what is seldom set. */
export const TopBar = memo(function TopBar({
  initial,
  technicians,
  place,
}: {
  initial: Preferences;
  technicians: Technician[];
  place: string;
}) {
  const preferences = useStoredPreferences(initial);
  const mounted = useMounted();
  const link = (href: string, text: string, more = "") => (
    <a
      href={href}
      aria-current={place === href ? "page" : undefined}
      className={`inline-flex min-h-12 items-center px-[3px] underline-offset-4 sm:px-3 aria-[current=page]:font-semibold aria-[current=page]:underline ${more}`}
    >
      {text}
    </a>
  );
  return (
    <header
      aria-busy={!mounted}
      className="no-print flex flex-wrap items-center gap-x-3 gap-y-1 border-b-2 border-ink px-3 sm:px-5"
    >
      <a href="/" className="inline-flex min-h-12 items-center gap-2 text-lg font-semibold">
        <Sign /> {t("half-lift")}
      </a>
      <nav aria-label={t("places")} className="flex max-sm:order-last max-sm:-mx-[3px]">
        {link("/", t("bench"))}
        {link("/plan", t("plan"))}
        {link("/jobs", t("jobs"))}
        {link("/families", t("families"))}
        {link("/film", t("film"))}
        {link("/lots", t("lots"))}
        {link("/records", t("records"), "max-lg:hidden")}
        {link("/practice", t("practice"), "max-lg:hidden")}
        {link("/shop", t("shop"))}
      </nav>
      <div className="ml-auto flex flex-wrap items-center gap-2">
        <OutboxMark />
        <WhoIsHere people={technicians} who={preferences.who} />
        <a
          href={`/help/${helpOf(place)}`}
          aria-label={t("help")}
          className="inline-flex min-h-12 min-w-12 items-center justify-center text-xl font-semibold max-sm:hidden"
        >
          ?
        </a>
        <PreferencesContext value={preferences}>
          <Settings />
        </PreferencesContext>
      </div>
    </header>
  );
});
