import { capitalised } from "../../../core/words.ts";
import { zodResolver } from "@hookform/resolvers/zod";
import { Plus } from "lucide-react";
import { memo, Suspense, useEffect, useMemo, useRef, useState } from "react";
import { useForm, useWatch, type FieldErrors } from "react-hook-form";
import { v7 as uuid } from "uuid";
import { z } from "zod";
import { repairRoutes, repairTitle, type RepairRoute } from "../../../core/device/routes.ts";
import { questionNamed, type StackKind } from "../../../core/route/decision-tree.ts";
import { oneOff, oneOffRoutes, type OneOff, type OneOffKind } from "../../../core/stack/one-off.ts";
import type { PanelSketch as Sketch } from "../../../core/stack/panel-sketch.ts";
import { words } from "../../../core/units.ts";
import { PanelSketch } from "../../drawing/PanelSketch.tsx";
import { askServer } from "../../ui/ask-server.ts";
import { readKept, setKept } from "../../ui/browser-kept.ts";
import { Field } from "../../ui/Field.tsx";
import { hasWords } from "../../ui/has-words.ts";
import { lazyPart } from "../../ui/lazy-part.ts";
import { SearchField } from "../../ui/SearchField.tsx";
import { dayText } from "../../ui/time-text.ts";
import { useLastJob } from "./useLastJob.ts";
import { emptyOneOff, OneOffFields, type OneOffForm } from "./OneOffFields.tsx";
import { useStoredPreferences, type Preferences } from "../../ui/preferences.ts";
import { t } from "../../../words/new-job.ts";
import { term } from "../../../words/speaker.ts";

const PromiseDate = lazyPart(() => import("./PromiseDate.tsx"), "PromiseDate");

export interface FamilyChoice {
  code: string;
  name: string;
  kind: string;
  stackKind: StackKind;
  routes: RepairRoute[];
  sketch: Sketch;
}

/** What most devices come in with. Common practice, no source. */
const usualFaults = () => [
  t("cracked-glass"),
  t("touch-dead"),
  t("bubbles-or-haze"),
  t("no-picture"),
  t("no-backlight"),
];

const card =
  "relative flex min-h-12 cursor-pointer flex-col gap-1 rounded-sm border-2 bg-raised p-2 has-checked:border-ink has-checked:outline-3 has-checked:outline-ink has-focus-visible:outline-3 has-focus-visible:outline-liquid";

/** The choice itself lies unseen over its whole card. */
const overCard = "absolute inset-0 size-full cursor-pointer opacity-0";

const asTyped = { shouldDirty: true, shouldValidate: false } as const;

const kindQuestion = questionNamed("family");

/** In the place of a family's code: a device that is in none. */
const SINGLE = "single";

const typedNumber = z
  .string()
  .transform((text) => (text.trim() === "" ? undefined : Number(text.replace(",", "."))));
const device = z
  .object({
    name: z.string(),
    kind: z.string(),
    widthMm: typedNumber,
    heightMm: typedNumber,
    flexEdge: z.string(),
    power: z.string(),
  })
  .pipe(oneOff);

/** So many devices of a kind are taken in at once. */
const MOST_AT_ONCE = 50;
const linesOf = (text: string): string[] => text.split(/\r?\n/).map((line) => line.trim());

/** The code that comes so many after another: the same letters. */
const codeAfter = (code: string, more: number): string => {
  const [letters, number = "0"] = code.split("-");
  return `${letters}-${Number(number) + more}`;
};

const fields = z.object({
  family: z.string().min(1, {
    get error() {
      return t("must-be-chosen");
    },
  }),
  route: z.enum(repairRoutes, {
    get error() {
      return t("must-be-chosen");
    },
  }),
  films: z.enum(["front", "rear", "front rear"]),
  bondMethod: z.enum(["liquid", "sheet"]),
  complaint: words(500),
  code: z
    .string()
    .trim()
    .toUpperCase()
    .regex(/^[A-Z]{1,6}-[0-9]{1,9}$/, {
      get error() {
        return t("must-be-a-code-such-as-gw");
      },
    }),
  customer: z
    .string()
    .trim()
    .max(120, {
      get error() {
        return t("must-be-at-most-120-characters");
      },
    }),
  contact: z.string().trim(),
  accessories: z.string().trim(),
  /** One a line where there are several. */
  serial: z
    .string()
    .trim()
    .refine((text) => linesOf(text).every((line) => line.length <= 80), {
      get error() {
        return t("must-be-at-most-80-characters");
      },
    }),
  many: z
    .string()
    .regex(/^ *([1-9]|[1-4][0-9]|50) *$/, {
      get error() {
        return t("must-be-from-1-to", { MOST_AT_ONCE });
      },
    })
    .transform(Number),
  /** It is here again because of its last job. */
  cameBack: z.boolean(),
  due: z.union([
    z.literal(""),
    z.iso.date({
      get error() {
        return t("must-be-a-date");
      },
    }),
  ]),
});
type Form = z.input<typeof fields> & { device: OneOffForm };
type Entered = z.output<typeof fields> & { device?: OneOff };

const ofFamily = zodResolver(fields);
const ofSingle = zodResolver(fields.extend({ device }));

const DRAFT = "half-lift draft new job";

/** The fields of this form that a fault from the server belongs to, by the ends of their paths. */
const byEnd = {
  route: "route",
  complaint: "complaint",
  "ticket.customer": "customer",
  "ticket.contact": "contact",
  "ticket.accessories": "accessories",
  "ticket.serial": "serial",
} as const satisfies Record<string, keyof Form>;
const fieldOf = (path: string): keyof Form | null => {
  if (path === "family" || path === "code" || path.startsWith("device.")) return path as keyof Form;
  if (path.startsWith("like.")) return "serial";
  return Object.entries(byEnd).find(([end]) => path.endsWith(end))?.[1] ?? null;
};

export const NewJob = memo(function NewJob({
  families,
  customers,
  suggestedCode,
  preferences: initial,
}: {
  families: FamilyChoice[];
  /** Whose devices were here before. */
  customers: string[];
  suggestedCode: string;
  preferences: Preferences;
}) {
  const preferences = useStoredPreferences(initial);
  const [failure, setFailure] = useState<string>();
  // The same form sent again, because an answer was lost, is the same job; a changed one is another.
  const lastSent = useRef<{ form: string; ids: { id: string; event: string }[]; at: string } | null>(null);
  const { register, handleSubmit, control, setValue, setError, reset, getValues, formState } = useForm<
    Form,
    unknown,
    Entered
  >({
    resolver: (entered, context, options) =>
      (entered.family === SINGLE ? ofSingle : ofFamily)(entered, context, options as never) as never,
    defaultValues: {
      family: "",
      device: emptyOneOff,
      films: "front",
      bondMethod: "liquid",
      complaint: "",
      code: suggestedCode,
      customer: "",
      contact: "",
      accessories: "",
      serial: "",
      many: "1",
      cameBack: false,
      due: "",
    },
  });
  const [stackKind, setStackKind] = useState("");
  const [sought, setSought] = useState("");
  const values = useWatch({ control });
  const isSingle = values.family === SINGLE;
  const family = families.find((choice) => choice.code === values.family);
  const madeAs = values.device?.kind ?? emptyOneOff.kind;
  const routes = useMemo(
    () => (isSingle ? oneOffRoutes(madeAs as OneOffKind) : (family?.routes ?? [])),
    [isSingle, madeAs, family],
  );
  const shown = families.filter(
    (choice) =>
      choice === family ||
      ((stackKind === "" || choice.stackKind === stackKind) &&
        hasWords(sought, choice.code, choice.name, choice.kind)),
  );

  useEffect(() => {
    const kept = readKept<Partial<Form>>(DRAFT, "tab");
    if (kept) reset({ ...getValues(), ...kept });
  }, [reset, getValues]);
  useEffect(() => {
    if (formState.isDirty) setKept(DRAFT, values, "tab");
  }, [values, formState.isDirty]);
  // What the field shows before its value has come round.
  const route = values.route && routes.includes(values.route) ? values.route : routes[0];
  useEffect(() => {
    if (routes[0] && (!values.route || !routes.includes(values.route))) setValue("route", routes[0]);
  }, [routes, values.route, setValue]);

  // Of what is not a number one is planned for; what is wrong with it is said when it is sent.
  const many = isSingle
    ? 1
    : Math.min(MOST_AT_ONCE, Math.max(1, Number.parseInt(values.many ?? "1", 10) || 1));
  const before = useLastJob(many > 1 ? "" : (values.serial ?? ""));

  const submit = handleSubmit(async (entered) => {
    setFailure(undefined);
    const {
      family: familyCode,
      device: single,
      route,
      films,
      bondMethod,
      complaint,
      code,
      customer,
      contact,
      accessories,
      serial: serials,
      many: asked,
      cameBack,
      due,
    } = entered;
    const many = familyCode === SINGLE ? 1 : asked;
    const [serial = "", ...more] = many > 1 ? linesOf(serials) : [serials];
    if (more.length >= many) {
      setError("serial", { message: t("more-numbers-than-devices", { many }) }, { shouldFocus: true });
      return;
    }
    const text = JSON.stringify(entered);
    if (lastSent.current?.form !== text) {
      const ids = Array.from({ length: many }, () => ({ id: uuid(), event: uuid() }));
      lastSent.current = { form: text, ids, at: new Date().toISOString() };
    }
    const sent = lastSent.current;
    const [first, ...like] = sent.ids;
    const body = {
      id: first!.id,
      code,
      ...(familyCode === SINGLE ? { device: single } : { family: familyCode }),
      ticket: {
        customer,
        serial,
        ...(contact === "" ? {} : { contact }),
        ...(accessories === "" ? {} : { accessories }),
        ...(cameBack && before ? { cameBack: { code: before.code, what: complaint } } : {}),
      },
      opening: {
        id: first!.event,
        kind: "job-opened",
        version: 1,
        who: preferences.who,
        toldAt: sent.at,
        device: "desk",
        data: {
          route,
          films: route === "film" ? films.split(" ") : [],
          bondMethod,
          complaint,
          dueAt: due ? new Date(`${due}T17:00`).toISOString() : null,
        },
      },
      ...(like.length > 0
        ? { like: like.map((one, k) => ({ ...one, code: codeAfter(code, k + 1), serial: more[k] ?? "" })) }
        : {}),
    };
    const answered = await askServer("/api/jobs", "POST", body, t("no-answer-from-the-server-what-you"));
    if ("answer" in answered) {
      setKept(DRAFT, null, "tab");
      // Nothing is drawn of a single device: its picture is the first thing that is kept.
      location.assign(many > 1 ? "/jobs" : `/jobs/${code}${familyCode === SINGLE ? "?open=photo" : ""}`);
      return;
    }
    let placed = false;
    for (const fault of answered.faults) {
      const field = fieldOf(fault.path);
      if (field) {
        setError(field, { message: fault.message }, { shouldFocus: !placed });
        placed = true;
      }
    }
    if (!placed) setFailure(answered.said);
  });
  const fault = (name: keyof Form) => {
    const message = formState.errors[name]?.message;
    return message ? capitalised(message) : undefined;
  };

  const ticket = (name: "customer" | "serial" | "contact" | "accessories", label: string) => (
    <Field label={label} fault={fault(name)}>
      {(attributes) => (
        <input
          {...attributes}
          className="entry"
          list={name === "customer" ? "customers" : undefined}
          autoComplete="off"
          {...register(name)}
        />
      )}
    </Field>
  );
  /** A usual fault by one tap; what is typed already stays. */
  const addFault = (text: string) => {
    const before = getValues("complaint").trim();
    const isThere = before.toLowerCase().includes(text.toLowerCase());
    if (!isThere) setValue("complaint", before ? `${before}, ${text.toLowerCase()}` : text, asTyped);
  };

  return (
    <main className="mx-auto max-w-320 px-3 sm:px-5">
      <form
        onSubmit={(event) => void submit(event)}
        noValidate
        className="grid gap-x-6 gap-y-4 lg:h-[calc(100dvh-3.125rem)] lg:grid-cols-[minmax(0,1fr)_25rem]"
      >
        <div className="flex min-h-0 flex-col">
          <h1 className="answer pt-3 pb-2">{t("what-came-in")}</h1>
          {families.length > 0 && (
            <div className="grid gap-2 pb-2 sm:grid-cols-[1fr_1fr]">
              <SearchField
                label={t("find-a-family")}
                placeholder={t("code-or-name")}
                value={sought}
                onChange={setSought}
              />
              <select
                className="entry"
                aria-label={kindQuestion.ask}
                value={stackKind}
                onChange={(event) => setStackKind(event.target.value)}
              >
                <option value="">{t("all-kinds")}</option>
                {kindQuestion.answers.map(({ key, label }) => (
                  <option key={key} value={key}>
                    {label}
                  </option>
                ))}
              </select>
            </div>
          )}
          <fieldset className="min-h-0 lg:overflow-y-auto lg:p-1">
            <legend className="sr-only">{t("family")}</legend>
            <div className="grid grid-cols-2 gap-2 sm:grid-cols-3 xl:grid-cols-4">
              {shown.map((choice) => (
                <label key={choice.code} className={`${card} border-soft`}>
                  <input type="radio" value={choice.code} className={overCard} {...register("family")} />
                  <PanelSketch sketch={choice.sketch} className="mx-auto h-24 w-32" />
                  <span className="leading-tight">
                    <strong>{choice.code}</strong> {choice.name}
                    <span className="block text-sm">{term(choice.kind)}</span>
                  </span>
                </label>
              ))}
              <label className={`${card} border-dashed border-soft`}>
                <input type="radio" value={SINGLE} className={overCard} {...register("family")} />
                <span className="grid h-24 place-items-center">
                  <Plus aria-hidden size={40} />
                </span>
                <span className="leading-tight">
                  <strong>{t("none-of-these")}</strong>
                  <span className="block text-sm">{t("a-single-device-by-its-size-and")}</span>
                </span>
              </label>
            </div>
            {shown.length === 0 && (
              <p className="mt-2">
                {t("no-is-kept-here-yet", {
                  value: families.length > 0 ? t("family-like-that") : t("family-2"),
                })}{" "}
                <a className="underline" href="/families/new">
                  {t("draw-one")}
                </a>{" "}
                {t("or")}{" "}
                <a className="underline" href="/families/import">
                  {t("bring-one-in")}
                </a>
                .
              </p>
            )}
            {fault("family") && (
              <p className="edge-hatch mt-1 text-danger">
                {t("family")} {fault("family")?.toLowerCase()}
              </p>
            )}
          </fieldset>
        </div>
        <div className="flex min-h-0 flex-col lg:border-l-2 lg:border-line lg:pl-6">
          <div className="grid min-h-0 content-start gap-3 pt-3 lg:overflow-y-auto lg:px-1">
            {isSingle && (
              <OneOffFields
                register={register as never}
                kind={madeAs}
                errors={formState.errors.device as FieldErrors<OneOffForm> | undefined}
              />
            )}
            <div className="grid grid-cols-2 gap-3 empty:hidden">
              {routes.length > 0 && (
                <Field label={t("route")} fault={fault("route")}>
                  {(attributes) => (
                    <select {...attributes} className="entry" {...register("route")}>
                      {routes.map((name) => (
                        <option key={name} value={name}>
                          {repairTitle(name)}
                        </option>
                      ))}
                    </select>
                  )}
                </Field>
              )}
              {route === "film" && (
                <Field label={t("which-film")}>
                  {(attributes) => (
                    <select {...attributes} className="entry" {...register("films")}>
                      <option value="front">{t("front")}</option>
                      <option value="rear">{t("rear")}</option>
                      <option value="front rear">{t("front-and-rear")}</option>
                    </select>
                  )}
                </Field>
              )}
              {(route === "layer" || route === "add-on-touch") && (
                <Field label={t("laid-with")}>
                  {(attributes) => (
                    <select {...attributes} className="entry" {...register("bondMethod")}>
                      <option value="liquid">{t("liquid-adhesive")}</option>
                      <option value="sheet">{t("adhesive-film")}</option>
                    </select>
                  )}
                </Field>
              )}
            </div>
            <Field label={t("what-is-wrong-with-it")} fault={fault("complaint")}>
              {(attributes) => (
                <textarea
                  {...attributes}
                  className="entry"
                  rows={2}
                  maxLength={500}
                  {...register("complaint")}
                />
              )}
            </Field>
            <div className="-mt-1 flex flex-wrap gap-1.5" role="group" aria-label={t("usual-faults")}>
              {usualFaults().map((text) => (
                <button
                  key={text}
                  type="button"
                  className="min-h-12 rounded-sm border-2 border-line bg-raised px-2 text-sm"
                  onClick={() => addFault(text)}
                >
                  {text}
                </button>
              ))}
            </div>
            <div className="grid grid-cols-2 gap-3">
              {ticket("customer", t("customer"))}
              {many > 1 ? (
                <Field label={t("serial-numbers-one-a-line")} fault={fault("serial")}>
                  {(attributes) => (
                    <textarea {...attributes} className="entry" rows={2} {...register("serial")} />
                  )}
                </Field>
              ) : (
                ticket("serial", t("serial-number"))
              )}
              {ticket("contact", t("contact"))}
              {ticket("accessories", t("came-with-it"))}
              <datalist id="customers">
                {customers.map((name) => (
                  <option key={name} value={name} />
                ))}
              </datalist>
            </div>
            {before && (
              <label className="flex min-h-12 items-center gap-3 border-l-4 border-heat bg-raised px-3">
                <input type="checkbox" className="size-6 accent-ink" {...register("cameBack")} />
                {t("came-back-because-of", {
                  code: before.code,
                  day: before.endedAt === null ? t("not-ended") : dayText(Date.parse(before.endedAt)),
                })}
              </label>
            )}
            <div className="grid grid-cols-[6.75rem_5.25rem_minmax(0,1fr)] gap-2">
              <Field label={t("code")} fault={fault("code")}>
                {(attributes) => <input {...attributes} className="entry" {...register("code")} />}
              </Field>
              <Field label={t("how-many")} fault={fault("many")}>
                {(attributes) => (
                  <input
                    {...attributes}
                    className="entry"
                    inputMode="numeric"
                    disabled={isSingle}
                    {...register("many")}
                  />
                )}
              </Field>
              <Field label={t("due-on")} fault={fault("due")}>
                {(attributes) => <input {...attributes} type="date" className="entry" {...register("due")} />}
              </Field>
            </div>
            {family && route && (
              <Suspense fallback={null}>
                <PromiseDate
                  family={family.code}
                  route={route}
                  many={many}
                  onPromise={(day) => setValue("due", day, asTyped)}
                />
              </Suspense>
            )}
          </div>
          <div className="mt-auto grid gap-2 border-t-2 border-ink bg-ground py-3 max-lg:sticky max-lg:bottom-0">
            {failure && (
              <p role="alert" className="edge-hatch text-danger">
                {failure}
              </p>
            )}
            <div className="grid">
              <button
                type="submit"
                className="control-strong min-h-16 text-xl"
                disabled={formState.isSubmitting}
              >
                {many > 1 ? t("open-jobs", { many }) : t("open-the-job")}
              </button>
            </div>
          </div>
        </div>
      </form>
    </main>
  );
});
