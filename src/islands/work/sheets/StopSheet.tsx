import { useState } from "react";
import { facts, type DeviceFact } from "../../../../core/device/facts.ts";
import { needMessage } from "../../../../core/job/fact.ts";
import { say } from "../../../../words/say.ts";
import { Field } from "../../../ui/Field.tsx";
import { Sheet } from "../../../ui/Sheet.tsx";
import { useDraft } from "../../../ui/useDraft.ts";
import type { ToolProps } from "../instrument.ts";
import { asTyped } from "../../../ui/typed-number.ts";
import { t } from "../../../../words/work.ts";

const signable = (fact: DeviceFact): boolean => (facts[fact.is] as { signable: boolean }).signable;

/** Stops the work, hands it to somebody else, or signs for what cannot be shown. Each says what it records. */
export function StopSheet({
  code,
  scene,
  technicians,
  who,
  mayTell,
  tell,
  asksFor,
  onClose,
}: ToolProps & {
  /** What the step at hand is done for: somebody's word may stand in for it. */
  asksFor: readonly DeviceFact[];
  onClose: () => void;
}) {
  const [reason, setReason] = useDraft(`${code} hold`, "");
  const [place, setPlace] = useDraft(`${code} hand over`, "");
  const [why, setWhy] = useDraft(`${code} sign for`, "");
  const others = technicians.filter(({ key, isAtBench }) => isAtBench && key !== who);
  const [to, setTo] = useState(others[0]?.key ?? "");
  const [fault, setFault] = useState<{ at: "hold" | "over" | "sign"; says: string } | null>(null);
  const { held } = scene.state.intake;
  const isBusy = scene.state.lift.soakingSinceMs !== null || scene.state.cure.lit !== null;
  const fact = asksFor.find(signable);
  const send = (at: "hold" | "over" | "sign", text: string, least: number, kind: string, data: object) => {
    if (text.trim().length < least) {
      const what = { hold: t("reason"), over: t("where-things-lie"), sign: t("reason") }[at];
      return setFault({
        at,
        says: t("must-be-a-text-of-to-500", { what, text: asTyped(text), least }),
      });
    }
    if (tell(kind, data)) onClose();
    return undefined;
  };
  const section = "border-t border-line py-3 first:border-t-0";
  return (
    <Sheet title={t("stop")} onClose={onClose}>
      <div className="grid gap-x-8 lg:grid-cols-3">
        <section className={section}>
          <h3 className="text-lg font-semibold">{t("hold-the-job")}</h3>
          {held ? (
            <>
              <p>{t("on-hold", { reason: held.reason })}</p>
              <button
                type="button"
                className="control-strong mt-2"
                disabled={!mayTell}
                onClick={() => tell("released", {}) && onClose()}
              >
                {t("release-it")}
              </button>
            </>
          ) : (
            <>
              <Field label={t("reason")} fault={fault?.at === "hold" ? fault.says : undefined}>
                {(attributes) => (
                  <input
                    {...attributes}
                    className="entry"
                    maxLength={500}
                    value={reason}
                    onChange={({ target }) => setReason(target.value)}
                  />
                )}
              </Field>
              <button
                type="button"
                className="control-strong mt-2"
                disabled={!mayTell}
                onClick={() => send("hold", reason, 1, "held", { reason: reason.trim() })}
              >
                {t("hold-the-job")}
              </button>
            </>
          )}
        </section>
        <section className={section}>
          <h3 className="text-lg font-semibold">{t("hand-over")}</h3>
          {isBusy && <p className="text-danger">{t("take-it-off-the-heat-lamp-off")}</p>}
          <Field label={t("to-2")}>
            {(attributes) => (
              <select
                {...attributes}
                className="entry"
                value={to}
                onChange={({ target }) => setTo(target.value)}
              >
                {others.map(({ key, name }) => (
                  <option key={key} value={key}>
                    {name}
                  </option>
                ))}
              </select>
            )}
          </Field>
          <Field label={t("where-things-lie")} fault={fault?.at === "over" ? fault.says : undefined}>
            {(attributes) => (
              <input
                {...attributes}
                className="entry"
                maxLength={500}
                value={place}
                onChange={({ target }) => setPlace(target.value)}
              />
            )}
          </Field>
          <button
            type="button"
            className="control mt-2"
            disabled={!mayTell || isBusy || to === ""}
            onClick={() => send("over", place, 1, "handed-over", { to, note: place.trim() })}
          >
            {t("hand-over")}
          </button>
        </section>
        <section className={section}>
          <h3 className="text-lg font-semibold">{t("sign-for-it")}</h3>
          {fact ? (
            <>
              <p>{t("your-name-and-reason-go-on-the", { needMessage: say(needMessage(fact)) })}</p>
              <Field
                label={t("reason-at-least-10-characters")}
                fault={fault?.at === "sign" ? fault.says : undefined}
              >
                {(attributes) => (
                  <input
                    {...attributes}
                    className="entry"
                    maxLength={500}
                    value={why}
                    onChange={({ target }) => setWhy(target.value)}
                  />
                )}
              </Field>
              <button
                type="button"
                className="control mt-2"
                disabled={!mayTell}
                onClick={() => send("sign", why, 10, "signed-for", { fact, reason: why.trim() })}
              >
                {t("sign-for-it")}
              </button>
            </>
          ) : (
            <p className="text-soft">{t("this-step-cannot-be-signed-for-it")}</p>
          )}
        </section>
      </div>
    </Sheet>
  );
}
