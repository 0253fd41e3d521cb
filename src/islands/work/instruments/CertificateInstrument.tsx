import { certificateOf } from "../../../../core/records/job-certificate.ts";
import type { InstrumentProps } from "../instrument.ts";
import { t } from "../../../../words/work.ts";
import { term } from "../../../../words/speaker.ts";

/** The certificate as it stands now, before somebody signs it or hands the device over. */
export function CertificateInstrument({ code, scene }: InstrumentProps) {
  const { functions, measurements, stillOut, notShown, broke } = certificateOf(scene);
  return (
    <div className="grid h-full min-h-0 w-full gap-x-8 gap-y-2 overflow-y-auto lg:grid-cols-2">
      <div>
        <table className="w-full text-left text-lg">
          <tbody>
            {functions.map(({ name, result }) => (
              <tr key={name} className="border-b border-line">
                <th scope="row" className="py-2 font-normal">
                  {name}
                </th>
                <td
                  className={`text-right font-semibold ${result === "works" ? "text-done" : result === "fails" ? "text-danger" : ""}`}
                >
                  {term(result)}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        {stillOut.length > 0 && (
          <p className="edge-hatch mt-2 text-danger">{t("still-out", { stillOut: stillOut.join(", ") })}</p>
        )}
        {broke.map(({ what, reason }) => (
          <p key={`${what} ${reason}`} className="mt-1">
            {t("broke", { what, reason })}
          </p>
        ))}
        {notShown.map(({ fact, reason }) => (
          <p key={fact} className="mt-1">
            {t("not-shown", { fact, reason })}
          </p>
        ))}
      </div>
      <div>
        <table className="w-full text-left text-lg">
          <tbody>
            {measurements.map(({ what, value, unit, passes }) => (
              <tr key={what} className="border-b border-line">
                <th scope="row" className="py-2 font-normal">
                  {what}
                </th>
                <td className={`text-right font-semibold ${passes === false ? "text-danger" : ""}`}>
                  {value} {unit}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        <a className="inline-flex min-h-12 items-center underline" href={`/jobs/${code}/certificate`}>
          {t("certificate")}
        </a>
      </div>
    </div>
  );
}
