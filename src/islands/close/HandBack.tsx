import { lazy, Suspense, useState } from "react";
import type { HandedBack } from "../../../server/store/hand-backs.ts";
import type { Technician } from "../../../server/store/technicians.ts";
import { t } from "../../../words/close.ts";
import { Field } from "../../ui/Field.tsx";
import { useStoredPreferences, type Preferences } from "../../ui/preferences.ts";
import { dayText } from "../../ui/time-text.ts";
import { useAnswer } from "../../ui/useAnswer.ts";
import { useMounted } from "../../ui/useMounted.ts";

const SignatureField = lazy(async () => ({
  default: (await import("./SignatureField.tsx")).SignatureField,
}));

/** The device goes back to its customer, who signs for it; until then it is not fetched. */
export function HandBack({
  code,
  customer,
  accessories,
  initial,
  preferences: first,
  technicians,
}: {
  code: string;
  customer: string;
  /** What came in with it and goes back with it. */
  accessories: string;
  initial: HandedBack | null;
  preferences: Preferences;
  technicians: readonly Technician[];
}) {
  const { who } = useStoredPreferences(first);
  const mounted = useMounted();
  const { value: handed, said, ask } = useAnswer<HandedBack | null>(initial);
  const [isOpen, setOpen] = useState(false);
  const [to, setTo] = useState(customer);
  const [signature, setSignature] = useState<string | null>(null);
  const isKnown = technicians.some(({ key }) => key === who);
  const address = `/api/jobs/${code}/hand-back`;
  const handOver = async () => {
    if (!(await ask(address, "PUT", { who, to, signature }))) return;
    setOpen(false);
    setSignature(null);
  };
  return (
    <section aria-label={t("back-to-the-customer")} className="no-print pb-3" aria-busy={!mounted}>
      {handed ? (
        <div className="flex flex-wrap items-center gap-3">
          <span className="font-semibold" suppressHydrationWarning>
            {t("handed-over", {
              to: handed.to,
              day: dayText(Date.parse(handed.at)),
              who: technicians.find(({ key }) => key === handed.who)?.name ?? handed.who,
            })}
          </span>
          <img src={handed.signature} alt={t("signature-of", { to: handed.to })} className="h-16 bg-white" />
          <button
            type="button"
            className="control border-line font-normal"
            onClick={() => void ask(address, "DELETE", null)}
          >
            {t("still-here")}
          </button>
        </div>
      ) : isOpen ? (
        <form
          className="grid max-w-120 gap-3 border-y-2 border-line py-3"
          noValidate
          onSubmit={(event) => {
            event.preventDefault();
            void handOver();
          }}
        >
          <Field label={t("fetched-by")}>
            {(attributes) => (
              <input
                {...attributes}
                className="entry"
                value={to}
                onChange={({ target }) => setTo(target.value)}
              />
            )}
          </Field>
          {accessories !== "" && <p className="font-semibold">{t("goes-back-with", { accessories })}</p>}
          <Suspense fallback={<div className="h-32" />}>
            <SignatureField onSigned={setSignature} />
          </Suspense>
          <div className="flex gap-2">
            <button
              type="submit"
              className="control-strong"
              disabled={!isKnown || to.trim() === "" || signature === null}
            >
              {t("hand-it-over")}
            </button>
            <button type="button" className="control" onClick={() => setOpen(false)}>
              {t("not-now")}
            </button>
          </div>
        </form>
      ) : (
        <button type="button" className="control" disabled={!isKnown} onClick={() => setOpen(true)}>
          {t("hand-the-device-over")}
        </button>
      )}
      {said && (
        <p role="alert" className="edge-hatch mt-1 text-danger">
          {said}
        </p>
      )}
    </section>
  );
}
