import { memo, useState } from "react";
import type { ReadingKind } from "../../../core/records/reading.ts";
import type { Fault } from "../../../core/faults.ts";
import { personRoles, proofsOf, type PersonRole } from "../../../server/access/roles.ts";
import type { Known, KnownMachine, People, Person } from "../../../server/store/people.ts";
import { t } from "../../../words/people.ts";
import { askServer } from "../../ui/ask-server.ts";
import { DialogFrame } from "../../ui/DialogFrame.tsx";
import { Field } from "../../ui/Field.tsx";
import { FormDialog } from "../../ui/FormDialog.tsx";
import { QrCode } from "../../ui/QrCode.tsx";
import { ListHead } from "../../ui/ListHead.tsx";
import { TextEntry } from "../../ui/TextEntry.tsx";
import { dayAndTimeText } from "../../ui/time-text.ts";
import { toggled } from "../../ui/toggled.ts";
import { roleName } from "../sign-in/role-name.ts";

type Adding = {
  of: "person" | "tablet" | "machine";
  name: string;
  role: PersonRole;
  quantities: readonly ReadingKind[];
};
/** A code that is shown this once. */
interface Shown {
  of: Adding["of"];
  name: string;
  code: string;
}

const proofsText = ({ hasDigits, hasBadge, hasPassphrase, hasSecondFactor }: Person): string => {
  const by = [
    ...(hasDigits ? [t("digits")] : []),
    ...(hasBadge ? [t("badge-small")] : []),
    ...(hasPassphrase ? [t("passphrase-small")] : []),
    ...(hasSecondFactor ? [t("second-factor")] : []),
  ];
  return by.length > 0 ? t("signs-in-by", { by: by.join(", ") }) : t("by-nothing-yet");
};

const RoleOptions = () =>
  personRoles.map((role) => (
    <option key={role} value={role}>
      {roleName(role)}
    </option>
  ));

/** What a machine may read, and what each is called. */
type Readable = readonly { quantity: ReadingKind; label: string }[];

const readsText = (quantities: readonly ReadingKind[], readable: Readable): string =>
  readable
    .filter(({ quantity }) => quantities.includes(quantity))
    .map(({ label }) => label)
    .join(", ");

/** What comes in by a secret of its own: let in by one press, shut out by another. */
function KnownDevices({
  heading,
  add,
  known,
  readable = [],
  none,
  onAdd,
  onRevoke,
}: {
  heading: string;
  add: string;
  known: readonly (Known | KnownMachine)[];
  readable?: Readable;
  none: string;
  onAdd: () => void;
  onRevoke: (id: string) => void;
}) {
  return (
    <section>
      <span className="flex items-center gap-3">
        <h2 className="flex-1 text-lg font-semibold">{heading}</h2>
        <button type="button" className="control" onClick={onAdd}>
          {add}
        </button>
      </span>
      {known.length === 0 && <p className="text-soft">{none}</p>}
      <ul>
        {known.map(({ id, name, seenAt, ...more }) => (
          <li key={id} className="flex items-center gap-3 border-b border-line py-1">
            <span className="min-w-0 flex-1 leading-tight">
              <span className="font-semibold">{name}</span>
              {"quantities" in more && (
                <span className="block text-sm">{readsText(more.quantities, readable)}</span>
              )}
              <span className="block text-sm text-soft" suppressHydrationWarning>
                {seenAt ? t("seen-last", { at: dayAndTimeText(Date.parse(seenAt)) }) : t("never-seen")}
              </span>
            </span>
            <button type="button" className="control text-danger" onClick={() => onRevoke(id)}>
              {t("revoke")}
              <span className="sr-only"> {name}</span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What is said of each that is let in, and where it is. */
const kinds = {
  person: {
    address: "/api/people",
    title: () => t("add-a-person"),
    about: () => t("what-roles-may"),
    next: (name: string, address: string) => t("shown-once", { name, address }),
  },
  tablet: {
    address: "/api/tablets",
    title: () => t("enrol-a-tablet"),
    about: () => t("a-tablet-stays-enrolled"),
    next: (_: string, address: string) => t("tablet-code-lasts", { address }),
  },
  machine: {
    address: "/api/machines",
    title: () => t("add-a-machine"),
    about: () => t("machine-posts-what-it-reads"),
    next: () => t("token-shown-once"),
  },
};

/** Who signs in here and as what, the tablets and machines that the shop knows; each is let in and shut out in one press. */
export const PeopleView = memo(function PeopleView({
  initial,
  joinAt,
  readable,
}: {
  initial: People;
  joinAt: string;
  readable: Readable;
}) {
  const [all, setAll] = useState(initial);
  const [find, setFind] = useState("");
  const [adding, setAdding] = useState<Adding | null>(null);
  const [shown, setShown] = useState<Shown | null>(null);
  const [badgeOf, setBadgeOf] = useState<{ key: string; badge: string | null } | null>(null);
  const [isMaking, setMaking] = useState(false);
  const [fault, setFault] = useState<Fault>();
  const [said, setSaid] = useState<string>();
  const [idle, setIdle] = useState(String(initial.idleMin));
  const ask = async (address: string, method: "POST" | "PUT" | "DELETE", body: object | null) => {
    setSaid(undefined);
    setFault(undefined);
    const asked = await askServer(address, method, body, t("no-answer"));
    if ("said" in asked) {
      setFault(asked.faults[0]);
      setSaid(asked.said);
      return null;
    }
    const told =
      asked.answer.status === 204
        ? {}
        : ((await asked.answer.json()) as { code?: string | null; badge?: string });
    const listed = await fetch("/api/people").catch(() => null);
    if (listed?.ok) setAll((await listed.json()) as People);
    return told;
  };
  const add = async ({ of, name, role, quantities }: Adding) => {
    const more = { person: { role }, tablet: {}, machine: { quantities } };
    const told = await ask(kinds[of].address, "POST", { name, ...more[of] });
    if (!told) return;
    setAdding(null);
    setShown({ of, name, code: told.code! });
  };
  const change = async (person: Person, role: PersonRole | null, invites: boolean) => {
    const told = await ask(`/api/people/${person.key}`, "PUT", { role, invites });
    if (!told) return;
    if (told.code) setShown({ of: "person", name: person.name, code: told.code });
    else setSaid(t("is-changed", { name: person.name }));
  };
  const makeBadge = async (key: string) => {
    // Pressed twice it is one badge: the first of two would be void, and might be the one that is shown.
    if (isMaking) return;
    setMaking(true);
    const told = await ask(`/api/people/${key}/badge`, "POST", null);
    setMaking(false);
    if (told?.badge !== undefined) setBadgeOf({ key, badge: told.badge });
  };
  const withBadge = all.people.find(({ key }) => key === badgeOf?.key);
  const people = all.people.filter(({ name }) => name.toLowerCase().includes(find.toLowerCase()));
  const starts = (of: Adding["of"]) => {
    setFault(undefined);
    setSaid(undefined);
    setAdding({ of, name: "", role: "technician", quantities: [] });
  };
  return (
    <>
      <ListHead
        title={t("people-here", { people: all.people.filter(({ role }) => role !== null).length })}
        search={{ label: t("find-a-person"), placeholder: t("name"), value: find, onChange: setFind }}
        add={{ text: t("add-a-person"), onPress: () => starts("person") }}
      />
      <p role="status" className="not-empty:pb-2">
        {adding === null && said}
      </p>
      <div className="grid gap-x-10 lg:grid-cols-[minmax(0,1fr)_22rem]">
        <ul>
          {people.map((person) => (
            <li
              key={person.key}
              className="grid grid-cols-[1fr_auto_auto] items-center sm:grid-cols-[1fr_auto_auto_auto] gap-x-3 border-b border-line py-1"
            >
              <span className="min-w-0 leading-tight max-sm:col-span-full">
                <span className="text-lg font-semibold">{person.name}</span>
                <span className="block text-sm text-soft">{person.role !== null && proofsText(person)}</span>
              </span>
              <select
                className="entry w-auto"
                aria-label={`${t("role")}, ${person.name}`}
                value={person.role ?? ""}
                onChange={({ target }) =>
                  void change(person, target.value === "" ? null : (target.value as PersonRole), false)
                }
              >
                <option value="">{t("no-role")}</option>
                <RoleOptions />
              </select>
              <button
                type="button"
                className="control"
                disabled={person.role === null}
                onClick={() => void change(person, person.role, true)}
              >
                {t("new-code")}
                <span className="sr-only"> {person.name}</span>
              </button>
              <button
                type="button"
                className="control"
                disabled={person.role === null || !proofsOf(person.role).digits}
                onClick={() => setBadgeOf({ key: person.key, badge: null })}
              >
                {t("badge")}
                <span className="sr-only"> {person.name}</span>
              </button>
              {person.sessions.map(({ id, tablet, address }) => {
                const place = tablet ?? address;
                return (
                  <span key={id} className="col-span-full flex items-center gap-3 text-sm">
                    <span className="flex-1">{t("signed-in-at", { place })}</span>
                    <button
                      type="button"
                      className="control"
                      aria-label={t("sign-out-name", { name: person.name, place })}
                      onClick={() => void ask(`/api/sessions/${id}`, "DELETE", null)}
                    >
                      {t("sign-out-everywhere")}
                    </button>
                  </span>
                );
              })}
            </li>
          ))}
        </ul>
        <div className="grid content-start gap-6 max-lg:mt-6">
          <KnownDevices
            heading={t("tablets")}
            add={t("enrol-a-tablet")}
            known={all.tablets}
            none={t("no-tablet-yet")}
            onAdd={() => starts("tablet")}
            onRevoke={(id) => void ask(`/api/tablets/${id}`, "DELETE", null)}
          />
          <form
            className="flex items-end gap-3"
            onSubmit={(event) => {
              event.preventDefault();
              void ask("/api/access", "PUT", { idleMin: Number(idle) });
            }}
          >
            <div className="flex-1">
              <TextEntry
                label={t("tablets-ask-again")}
                fault={undefined}
                inputMode="numeric"
                value={idle}
                onChange={setIdle}
              />
            </div>
            <button type="submit" className="control">
              {t("save")}
            </button>
          </form>
          <KnownDevices
            heading={t("machines")}
            add={t("add-a-machine")}
            known={all.machines}
            readable={readable}
            none={t("no-machine-yet")}
            onAdd={() => starts("machine")}
            onRevoke={(id) => void ask(`/api/machines/${id}`, "DELETE", null)}
          />
        </div>
      </div>
      {adding && (
        <FormDialog
          open
          onOpenChange={() => setAdding(null)}
          title={kinds[adding.of].title()}
          description={kinds[adding.of].about()}
          submit={t("add")}
          leave={t("leave")}
          onSubmit={() => void add(adding)}
        >
          <TextEntry
            label={t("name")}
            fault={fault?.path === "name" ? fault.message : undefined}
            value={adding.name}
            onChange={(name) => setAdding({ ...adding, name })}
          />
          {adding.of === "person" && (
            <Field label={t("role")}>
              {(attributes) => (
                <select
                  {...attributes}
                  className="entry"
                  value={adding.role}
                  onChange={({ target }) => setAdding({ ...adding, role: target.value as PersonRole })}
                >
                  <RoleOptions />
                </select>
              )}
            </Field>
          )}
          {adding.of === "machine" && (
            <fieldset className="min-w-0">
              <legend>{t("it-reads")}</legend>
              <div className="grid grid-cols-2 gap-x-4 sm:grid-cols-3">
                {readable.map(({ quantity, label }) => (
                  <label key={quantity} className="flex min-h-12 items-center gap-2 leading-tight">
                    <input
                      type="checkbox"
                      className="size-6 shrink-0 accent-ink"
                      checked={adding.quantities.includes(quantity)}
                      onChange={() =>
                        setAdding({ ...adding, quantities: toggled(adding.quantities, quantity) })
                      }
                    />
                    {label}
                  </label>
                ))}
              </div>
              {fault?.path.startsWith("quantities") && (
                <p role="alert" className="edge-hatch text-danger">
                  {fault.message}
                </p>
              )}
            </fieldset>
          )}
          {said && !fault && (
            <p role="alert" className="edge-hatch text-danger">
              {said}
            </p>
          )}
        </FormDialog>
      )}
      {withBadge && badgeOf && (
        <DialogFrame
          open
          onOpenChange={() => setBadgeOf(null)}
          title={t("badge-of", { name: withBadge.name })}
          description={t("who-holds-a-badge-signs-in")}
        >
          {badgeOf.badge !== null && (
            <div className="my-4 grid justify-items-start gap-2" data-prints-alone>
              <QrCode text={badgeOf.badge} label={t("badge-of", { name: withBadge.name })} />
              <p className="text-sm break-all" data-testid="badge">
                {badgeOf.badge}
              </p>
              <p className="no-print">{t("shown-once-print-it")}</p>
            </div>
          )}
          {badgeOf.badge === null && withBadge.hasBadge && <p className="my-2">{t("has-a-badge")}</p>}
          {said && (
            <p role="alert" className="edge-hatch text-danger">
              {said}
            </p>
          )}
          <span className="no-print mt-3 flex flex-wrap gap-2">
            {badgeOf.badge === null ? (
              <button type="button" className="control-strong" onClick={() => void makeBadge(withBadge.key)}>
                {withBadge.hasBadge ? t("make-a-new-badge") : t("make-a-badge")}
              </button>
            ) : (
              <button type="button" className="control-strong" onClick={() => window.print()}>
                {t("print")}
              </button>
            )}
            {badgeOf.badge === null && withBadge.hasBadge && (
              <button
                type="button"
                className="control text-danger"
                onClick={() => void ask(`/api/people/${withBadge.key}/badge`, "DELETE", null)}
              >
                {t("it-is-lost")}
              </button>
            )}
            <button type="button" className="control" onClick={() => setBadgeOf(null)}>
              {t("leave")}
            </button>
          </span>
        </DialogFrame>
      )}
      {shown && (
        <DialogFrame
          open
          onOpenChange={() => setShown(null)}
          title={t("code-for", { name: shown.name })}
          description={kinds[shown.of].next(shown.name, joinAt)}
        >
          <p className="my-4 text-2xl font-semibold break-all" data-testid="one-time-code">
            {shown.code}
          </p>
          <button type="button" className="control" onClick={() => setShown(null)}>
            {t("leave")}
          </button>
        </DialogFrame>
      )}
    </>
  );
});
