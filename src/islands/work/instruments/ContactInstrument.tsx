import { useState } from "react";
import { jointChecked, jointNow } from "../../../../core/rework/rework-facts.ts";
import type { InstrumentProps } from "../instrument.ts";
import { t } from "../../../../words/work.ts";

const PITCH = 10;

/** Where the contacts of a joint sit on its drawing: in one row, or along the first and back along the second. */
function placesOf(contacts: number, rows: number): { x: number; y: number }[] {
  const inRow = Math.ceil(contacts / rows);
  return Array.from({ length: contacts }, (_, i) =>
    i < inRow ? { x: i * PITCH, y: 0 } : { x: (2 * inRow - 1 - i) * PITCH, y: 3.4 * PITCH },
  );
}

/** The contacts as they lie: joins that are meant, shorts and opens found, and the pair at hand. Two taps choose another pair. */
export function ContactInstrument({ scene, data, mayTell, tell }: InstrumentProps) {
  const { contacts, rows, nets } = jointNow(scene);
  const { faults, untested } = jointChecked(scene);
  const [picked, setPicked] = useState<number[]>([]);
  const places = placesOf(contacts, rows);
  const asked = { a: Number(data.a), b: Number(data.b) };
  const [a, b] = picked;
  const pair = a !== undefined && b !== undefined ? { a, b } : asked;
  const lit = new Set(picked.length > 0 ? picked : [asked.a, asked.b]);
  const wide = Math.max(...places.map(({ x }) => x));
  const tall = Math.max(...places.map(({ y }) => y));
  const arc = (from: number, to: number, lift: number) => {
    const [p, q] = [places[from - 1]!, places[to - 1]!];
    const up = p.y === q.y ? (p.y > 0 ? 1 : -1) * lift * (2.2 + Math.abs(q.x - p.x) / 22) : 0;
    return `M ${p.x} ${p.y} Q ${(p.x + q.x) / 2} ${(p.y + q.y) / 2 + up * 3} ${q.x} ${q.y}`;
  };
  const isBad = (number: number) => faults.some((fault) => fault.a === number || fault.b === number);
  const isRead = (number: number) => !untested.some((left) => left.a === number || left.b === number);
  const pick = (number: number) =>
    mayTell && setPicked([...picked.filter((n) => n !== number), number].slice(-2));
  const read = (reading: "beep" | "silence") => {
    if (tell("contact-probed", { ...pair, reading })) setPicked([]);
  };
  return (
    <div className="grid h-full min-h-0 w-full grid-rows-[minmax(0,1fr)_auto] gap-3">
      {/* A finger finds each contact, also where the row must be pushed along. */}
      <div className="flex min-h-0 items-center overflow-x-auto">
        <svg
          style={{ minWidth: `${(wide / PITCH + 1) * 46}px` }}
          viewBox={`-9 -13 ${wide + 18} ${tall + 26}`}
          className="max-h-full w-full"
          role="group"
          aria-label={t("contacts", {
            contacts,
            value: faults.length > 0 ? t("faults", { faults: faults.length }) : "",
          })}
        >
          {nets.flatMap((net) =>
            net.slice(1).map((to, i) => (
              <path
                key={`${net[i]} ${to}`}
                d={arc(net[i]!, to, -1)}
                fill="none"
                stroke="var(--soft)"
                strokeWidth={0.9}
              >
                <title>{t("meant-to-be-joined-and", { net: net[i]!, to })}</title>
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
              <title>
                {t("between-and", { value: kind === "short" ? t("short") : t("open-2"), from, to })}
              </title>
            </path>
          ))}
          {places.map(({ x, y }, i) => {
            const number = i + 1;
            const fill = isBad(number) ? "var(--danger)" : isRead(number) ? "var(--done)" : "var(--raised)";
            return (
              <g
                key={number}
                role="button"
                tabIndex={mayTell ? 0 : -1}
                aria-pressed={picked.includes(number)}
                aria-label={t("contact", {
                  number,
                  value: isBad(number) ? t("at-fault") : isRead(number) ? t("read-2") : "",
                })}
                className="cursor-pointer"
                onClick={() => pick(number)}
                onKeyDown={({ key }) => key === "Enter" && pick(number)}
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
                  fontSize={contacts > 40 ? 3 : 4}
                  fontWeight={600}
                  fill={fill === "var(--raised)" ? "var(--ink)" : "var(--ground)"}
                >
                  {number}
                </text>
              </g>
            );
          })}
        </svg>
      </div>
      <div className="flex flex-wrap items-center gap-3" role="status">
        <span className="text-lg font-semibold">{t("contacts-and", { a: pair.a, b: pair.b })}</span>
        <button type="button" className="control" disabled={!mayTell} onClick={() => read("silence")}>
          {t("silence")}
        </button>
        <button type="button" className="control" disabled={!mayTell} onClick={() => read("beep")}>
          {t("beep")}
        </button>
        {faults.length > 0 && (
          <span className="text-danger" aria-label={t("faults-of-the-joint")}>
            {faults
              .map(
                ({ a: from, b: to, kind }) => `${kind === "short" ? t("short") : t("open-2")} ${from}–${to}`,
              )
              .join(", ")}
          </span>
        )}
      </div>
    </div>
  );
}
