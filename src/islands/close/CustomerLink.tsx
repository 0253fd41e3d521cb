import { useEffect } from "react";
import type { Technician } from "../../../server/store/technicians.ts";
import { AddressCard } from "../../ui/AddressCard.tsx";
import { useAnswer } from "../../ui/useAnswer.ts";
import { useStoredPreferences, type Preferences } from "../../ui/preferences.ts";
import { CustomerPhotos } from "./CustomerPhotos.tsx";
import { t } from "../../../words/close.ts";

interface Told {
  address: string | null;
}

/** The address at which the customer sees the certificate: made, shown to be photographed, and withdrawn. */
export function CustomerLink({
  code,
  initial,
  photos,
  keptBack,
  preferences: initialPreferences,
  technicians,
}: {
  code: string;
  initial: string | null;
  photos: readonly { id: string; about: string }[];
  /** Photos that the customer does not see. */
  keptBack: readonly string[];
  preferences: Preferences;
  technicians: readonly Technician[];
}) {
  const { who } = useStoredPreferences(initialPreferences);
  const { value, setValue, said, ask } = useAnswer<Told>({ address: initial });
  const { address } = value;
  const endpoint = `/api/jobs/${code}/certificate-link`;
  // A page that is come back to may be older than what was done since.
  useEffect(() => {
    void fetch(endpoint)
      .then(async (answer) => {
        if (answer.ok) setValue((await answer.json()) as Told);
      })
      // What the page came with stands until the server answers.
      .catch(() => undefined);
  }, [endpoint, setValue]);
  const isKnown = technicians.some(({ key }) => key === who);
  return (
    <section aria-labelledby="link-title" className="no-print mb-6 border-y-2 border-line py-3">
      <h2 id="link-title" className="text-lg font-semibold">
        {t("for-the-customer")}
      </h2>
      {address ? (
        <AddressCard address={address} label={t("code-that-opens-the-certificate")}>
          <p className="text-soft">{t("anyone-with-this-address-sees-the")}</p>
          <button
            type="button"
            className="control mt-2"
            disabled={!isKnown}
            onClick={() => void ask(endpoint, "DELETE", null)}
          >
            {t("withdraw-it")}
          </button>
        </AddressCard>
      ) : (
        <div className="mt-2 flex flex-wrap items-center gap-3">
          <button
            type="button"
            className="control-strong"
            disabled={!isKnown}
            onClick={() => void ask(endpoint, "POST", { who })}
          >
            {t("make-an-address-for-the-customer")}
          </button>
          <span className="text-soft">
            {isKnown ? t("it-cannot-be-guessed-and-it-can") : t("first-choose-who-is-at-the-bench")}
          </span>
        </div>
      )}
      {photos.length > 0 && <CustomerPhotos code={code} photos={photos} initial={keptBack} />}
      {said && (
        <p role="alert" className="mt-2 text-danger">
          {said}
        </p>
      )}
    </section>
  );
}
