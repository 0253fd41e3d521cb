import { useEffect } from "react";
import { repairTitleInFull } from "../../../../core/device/routes.ts";
import type { Offered } from "../../../../core/intake/moves/agreed.ts";
import { moneyText } from "../../../../core/money.ts";
import type { OfferAddress } from "../../../pages/api/jobs/[code]/offer.ts";
import { AddressCard } from "../../../ui/AddressCard.tsx";
import { useAnswer } from "../../../ui/useAnswer.ts";
import { t } from "../../../../words/intake.ts";

/** So often it is asked whether the customer opened it, ms. */
const ASK_EACH_MS = 15_000;

/**
 * Asks the customer by an address of their own, and shows it until it is answered or withdrawn. `offerNow` is what would be asked; null
 * where something that was typed is wrong.
 */
export function OfferByLink({
  code,
  who,
  mayAsk,
  offerNow,
}: {
  code: string;
  who: string;
  mayAsk: boolean;
  offerNow: () => Offered | null;
}) {
  const { value: asked, setValue: setAsked, said, ask } = useAnswer<OfferAddress | null>(null);
  const endpoint = `/api/jobs/${code}/offer`;
  useEffect(() => {
    let isStale = false;
    const look = () =>
      fetch(endpoint)
        .then(async (answer) => {
          if (answer.ok && !isStale) setAsked((await answer.json()) as OfferAddress | null);
        })
        // What is shown stands until the server answers.
        .catch(() => undefined);
    void look();
    const timer = setInterval(() => void look(), ASK_EACH_MS);
    return () => {
      isStale = true;
      clearInterval(timer);
    };
  }, [endpoint, setAsked]);
  const make = () => {
    const offer = offerNow();
    if (offer) void ask(endpoint, "POST", { who, offer });
  };
  return (
    <>
      {asked ? (
        <section
          aria-label={t("asked-by-link")}
          className="order-first w-full border-t-2 border-line low:[&_img]:hidden"
        >
          <AddressCard address={asked.address} label={t("code-that-opens-the-offer")}>
            <p>
              {t("asked-for", {
                repair: repairTitleInFull(asked.route as Offered["route"]),
                price: moneyText(asked.priceMinor, asked.currency),
                openings: asked.openings,
              })}
            </p>
            <button
              type="button"
              className="control mt-2"
              disabled={!mayAsk}
              onClick={() => void ask(endpoint, "DELETE", null)}
            >
              {t("withdraw-the-link")}
            </button>
          </AddressCard>
        </section>
      ) : (
        <button type="button" className="control" disabled={!mayAsk} onClick={make}>
          {t("ask-by-link")}
        </button>
      )}
      {said && (
        <p role="alert" className="edge-hatch w-full text-danger">
          {said}
        </p>
      )}
    </>
  );
}
