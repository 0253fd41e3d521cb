import type { FieldErrors, UseFormRegister } from "react-hook-form";
import { powers } from "../../../core/stack/family.ts";
import { hasFlexEdge, oneOffKinds, oneOffTitles, type OneOffKind } from "../../../core/stack/one-off.ts";
import { edges } from "../../../core/stack/panel-geometry.ts";
import { capitalised } from "../../../core/words.ts";
import { Field } from "../../ui/Field.tsx";
import { t } from "../../../words/new-job.ts";
import { term } from "../../../words/speaker.ts";

/** What is asked of a single device, as it is typed. */
export interface OneOffForm {
  name: string;
  kind: string;
  widthMm: string;
  heightMm: string;
  flexEdge: string;
  power: string;
}

export const emptyOneOff: OneOffForm = {
  name: "",
  kind: "bonded-back",
  widthMm: "",
  heightMm: "",
  flexEdge: "bottom",
  power: "cell",
};

const powerTitles: Readonly<Record<(typeof powers)[number], string>> = {
  get cell() {
    return t("its-own-cell");
  },
  get mains() {
    return t("the-mains");
  },
  get supply() {
    return t("a-low-voltage-supply");
  },
};

/** A device that is in no family: its size and how it is made. */
export function OneOffFields({
  register,
  kind,
  errors,
}: {
  register: UseFormRegister<{ device: OneOffForm }>;
  kind: string;
  errors: FieldErrors<OneOffForm> | undefined;
}) {
  const fault = (name: keyof OneOffForm) => {
    const message = errors?.[name]?.message;
    return message ? capitalised(message) : undefined;
  };
  return (
    <fieldset className="grid gap-3 border-2 border-line p-3 sm:grid-cols-6">
      <legend className="px-1 font-semibold">{t("the-device")}</legend>
      <div className="sm:col-span-2">
        <Field label={t("what-it-is")} fault={fault("name")}>
          {(attributes) => (
            <input {...attributes} className="entry" maxLength={80} {...register("device.name")} />
          )}
        </Field>
      </div>
      <div className="sm:col-span-4">
        <Field label={t("how-it-is-made")} fault={fault("kind")}>
          {(attributes) => (
            <select {...attributes} className="entry" {...register("device.kind")}>
              {oneOffKinds.map((name) => (
                <option key={name} value={name}>
                  {oneOffTitles[name]}
                </option>
              ))}
            </select>
          )}
        </Field>
      </div>
      <Field label={t("width-mm")} fault={fault("widthMm")}>
        {(attributes) => (
          <input {...attributes} className="entry" inputMode="decimal" {...register("device.widthMm")} />
        )}
      </Field>
      <Field label={t("height-mm")} fault={fault("heightMm")}>
        {(attributes) => (
          <input {...attributes} className="entry" inputMode="decimal" {...register("device.heightMm")} />
        )}
      </Field>
      <div className="sm:col-span-2">
        <Field label={t("runs-from")} fault={fault("power")}>
          {(attributes) => (
            <select {...attributes} className="entry" {...register("device.power")}>
              {powers.map((name) => (
                <option key={name} value={name}>
                  {powerTitles[name]}
                </option>
              ))}
            </select>
          )}
        </Field>
      </div>
      {hasFlexEdge(kind as OneOffKind) && (
        <div className="sm:col-span-2">
          <Field label={t("edge-with-flex-or-drivers")} fault={fault("flexEdge")}>
            {(attributes) => (
              <select {...attributes} className="entry" {...register("device.flexEdge")}>
                {edges.map((name) => (
                  <option key={name} value={name}>
                    {capitalised(term(name))}
                  </option>
                ))}
              </select>
            )}
          </Field>
        </div>
      )}
      <p className="text-sm text-soft sm:col-span-6">{t("layers-and-heat-are-taken-as-usual")}</p>
    </fieldset>
  );
}
