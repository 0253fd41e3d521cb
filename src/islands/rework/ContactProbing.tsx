import { useState } from "react";
import { describeFaults } from "../../../core/faults.ts";
import {
  checkedContactPlan,
  type ContactCheck,
  type ContactPlan,
} from "../../../core/rework/contact-check.ts";
import { netsOf, netsText } from "../../../core/rework/nets-text.ts";
import { contactsOf, jointOf } from "../../../core/rework/joint.ts";
import { Field } from "../../ui/Field.tsx";
import { typedNumber } from "../../ui/typed-number.ts";
import type { PanelProps } from "../stage/panel.ts";

const PITCH = 10;

/** Where the contacts of a joint sit on its drawing: in one row, or along the first and back along the second. */
function placesOf(contacts: number, rows: number): { x: number; y: number }[] {
  const inRow = Math.ceil(contacts / rows);
  return Array.from({ length: contacts }, (_, i) =>
    i < inRow ? { x: i * PITCH, y: 0 } : { x: (2 * inRow - 1 - i) * PITCH, y: 3.4 * PITCH },
  );
}

/** The contacts as they lie: joins that are meant, shorts and opens found, and the pair that is next. Two taps choose a pair. */
export function ContactProbing({ state, family, live, send, check }: PanelProps & { check: ContactCheck }) {
  const plan = contactsOf(state, family);
  const { rows, name } = jointOf(family);
  const [picked, setPicked] = useState<number[]>([]);
  const places = placesOf(plan.contacts, rows);
  const { next, faults } = check;
  const [a, b] = picked;
  const pair = a !== undefined && b !== undefined ? { a, b } : null;
  const lit = new Set(pair ? [a, b] : picked.length > 0 ? picked : next ? [next.a, next.b] : []);
  const wide = Math.max(...places.map(({ x }) => x));
  const tall = Math.max(...places.map(({ y }) => y));
  const arc = (from: number, to: number, lift: number) => {
    const [p, q] = [places[from - 1]!, places[to - 1]!];
    const up = p.y === q.y ? (p.y > 0 ? 1 : -1) * lift * (2.2 + Math.abs(q.x - p.x) / 22) : 0;
    return `M ${p.x} ${p.y} Q ${(p.x + q.x) / 2} ${(p.y + q.y) / 2 + up * 3} ${q.x} ${q.y}`;
  };
  const isBad = (number: number) => faults.some((fault) => fault.a === number || fault.b === number);
  const isRead = (number: number) => !check.untested.some((left) => left.a === number || left.b === number);
  const read = (reading: "beep" | "silence") => {
    if (pair && send({ stage: "rework", kind: "contact-probed", data: { ...pair, reading } })) setPicked([]);
  };
  return (
    <section aria-labelledby="contacts-title" className="mt-4">
      <h2 id="contacts-title" className="text-xl font-semibold">
        Contacts of the {name}
      </h2>
      {/* A finger finds each contact, also where the row must be pushed along. */}
      <div className="overflow-x-auto">
        <svg
          style={{ minWidth: `${(wide / PITCH + 1) * 46}px` }}
          viewBox={`-9 -13 ${wide + 18} ${tall + 26}`}
          className="mt-1 max-h-56 w-full"
          role="group"
          aria-label={`${plan.contacts} contacts${faults.length > 0 ? `, ${faults.length} faults` : ""}`}
        >
          {plan.nets.flatMap((net) =>
            net.slice(1).map((to, i) => (
              <path
                key={`${net[i]} ${to}`}
                d={arc(net[i]!, to, -1)}
                fill="none"
                stroke="var(--soft)"
                strokeWidth={0.9}
              >
                <title>{`Meant to be joined: ${net[i]} and ${to}`}</title>
              </path>
            )),
          )}
          {faults.map(({ a: from, b: to, kind }) => (
            <path
              key={`${from} ${to}`}
              d={arc(from, to, 1)}
              data-testid={`fault-${kind}`}
              fill="none"
              stroke="var(--danger)"
              strokeWidth={1.5}
              strokeDasharray={kind === "open" ? "1.6 1.6" : undefined}
            >
              <title>{`${kind === "short" ? "Short" : "Open"} between ${from} and ${to}`}</title>
            </path>
          ))}
          {places.map(({ x, y }, i) => {
            const number = i + 1;
            const fill = isBad(number) ? "var(--danger)" : isRead(number) ? "var(--done)" : "var(--raised)";
            const isOpen = fill === "var(--raised)";
            return (
              <g
                key={number}
                role="button"
                tabIndex={live ? 0 : -1}
                aria-pressed={picked.includes(number)}
                aria-label={`Contact ${number}${isBad(number) ? ", at fault" : isRead(number) ? ", read" : ""}`}
                className="cursor-pointer"
                onClick={() => live && setPicked([...picked.filter((n) => n !== number), number].slice(-2))}
                onKeyDown={(event) => {
                  if (event.key !== "Enter" || !live) return;
                  setPicked([...picked.filter((n) => n !== number), number].slice(-2));
                }}
              >
                <rect x={x - 5} y={y - 8} width={10} height={16} fill="transparent" />
                <rect
                  x={x - 3.4}
                  y={y - 6}
                  width={6.8}
                  height={12}
                  fill={fill}
                  stroke={lit.has(number) ? "var(--heat)" : "var(--ink)"}
                  strokeWidth={lit.has(number) ? 1.3 : 0.6}
                />
                <text
                  x={x}
                  y={y}
                  textAnchor="middle"
                  dominantBaseline="central"
                  fontSize={plan.contacts > 40 ? 3 : 4}
                  fontWeight={600}
                  fill={isOpen ? "var(--ink)" : "var(--ground)"}
                >
                  {number}
                </text>
              </g>
            );
          })}
        </svg>
      </div>
      {pair && (
        <p className="flex flex-wrap items-center gap-3" role="status">
          Contacts {pair.a} and {pair.b}:
          <button type="button" className="control" disabled={!live} onClick={() => read("silence")}>
            Silence
          </button>
          <button type="button" className="control" disabled={!live} onClick={() => read("beep")}>
            Beep
          </button>
          <button type="button" className="control border-soft font-normal" onClick={() => setPicked([])}>
            Neither
          </button>
        </p>
      )}
      {faults.length > 0 && (
        <ul className="text-danger" aria-label="Faults of the joint">
          {faults.map(({ a: from, b: to, kind, follows }) => (
            <li key={`${from} ${to}`}>
              {kind === "short" ? "Short" : "Open"} between {from} and {to}
              {follows ? ", as follows from the others" : ""}
            </li>
          ))}
        </ul>
      )}
      <p className="text-soft">
        The pedal says what is right for the pair that is framed; tap two contacts to read another pair, or
        one again.
      </p>
      <PlanForm
        key={JSON.stringify(plan)}
        plan={plan}
        disabled={!live}
        onPlan={(data) => send({ stage: "rework", kind: "contacts-planned", data })}
      />
    </section>
  );
}

/** How many contacts, which pairs, and which are meant to be joined. */
function PlanForm({
  plan,
  disabled,
  onPlan,
}: {
  plan: ContactPlan;
  disabled: boolean;
  onPlan: (plan: ContactPlan) => void;
}) {
  const [contacts, setContacts] = useState(String(plan.contacts));
  const [mode, setMode] = useState(plan.mode);
  const [nets, setNets] = useState(netsText(plan.nets));
  const [fault, setFault] = useState<string>();
  const use = () => {
    const entered = {
      contacts: typedNumber(contacts),
      mode,
      nets: netsOf(nets),
    };
    const parsed = checkedContactPlan.safeParse(entered);
    setFault(
      parsed.success
        ? undefined
        : describeFaults(parsed.error, entered)
            .map(
              ({ path, message }) =>
                `${path.startsWith("contacts") ? "Contacts" : "Joined on purpose"}: ${message}`,
            )
            .join(". "),
    );
    if (parsed.success) onPlan(parsed.data);
  };
  return (
    <details className="mt-1">
      <summary className="min-h-12 content-center font-semibold">
        Another number of contacts, or all pairs
      </summary>
      <form
        className="grid items-end gap-2 sm:grid-cols-[7rem_12rem_1fr_auto]"
        onSubmit={(event) => {
          event.preventDefault();
          use();
        }}
      >
        <Field label="Contacts">
          {(attributes) => (
            <input
              {...attributes}
              className="entry"
              inputMode="numeric"
              value={contacts}
              onChange={(event) => setContacts(event.target.value)}
            />
          )}
        </Field>
        <Field label="Probe">
          {(attributes) => (
            <select
              {...attributes}
              className="entry"
              value={mode}
              onChange={(event) => setMode(event.target.value as ContactPlan["mode"])}
            >
              <option value="neighbours">neighbours</option>
              <option value="all pairs">all pairs</option>
            </select>
          )}
        </Field>
        <Field label="Joined on purpose, such as 1-2, 9-10">
          {(attributes) => (
            <input
              {...attributes}
              className="entry"
              value={nets}
              onChange={(event) => setNets(event.target.value)}
            />
          )}
        </Field>
        <button type="submit" className="control" disabled={disabled}>
          Probe these
        </button>
        {fault && (
          <p role="alert" className="edge-hatch text-danger sm:col-span-4">
            {fault}
          </p>
        )}
      </form>
    </details>
  );
}
