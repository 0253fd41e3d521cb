import type { Invoice } from "../../../core/intake/invoice.ts";
import { useAnswer } from "../../ui/useAnswer.ts";
import { useMounted } from "../../ui/useMounted.ts";
import { t } from "../../../words/close.ts";

/** The invoice of a job that has ended: made in one press, then on paper and for a machine. */
export function InvoiceOfJob({ code, initial }: { code: string; initial: Invoice | null }) {
  const mounted = useMounted();
  const { value: made, said, ask } = useAnswer(initial);
  return (
    <p className="no-print flex flex-wrap items-center gap-3 pb-3" aria-busy={!mounted}>
      {made ? (
        <>
          <span className="font-semibold">{t("invoice-made", { number: made.number })}</span>
          <a href={`/api/jobs/${code}/invoice.pdf`} className="control">
            {t("invoice-on-paper")}
          </a>
          <a href={`/api/jobs/${code}/invoice`} className="control" download={`invoice-${made.number}.json`}>
            {t("invoice-for-a-machine")}
          </a>
        </>
      ) : (
        <button
          type="button"
          className="control"
          onClick={() => void ask(`/api/jobs/${code}/invoice`, "POST", null)}
        >
          {t("make-the-invoice")}
        </button>
      )}
      {said && <span role="alert">{said}</span>}
    </p>
  );
}
