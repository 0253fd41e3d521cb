import { useState } from "react";
import { FAR_END, type Probed } from "../../../../core/rework/contact-check.ts";
import { jointChecked, jointNow } from "../../../../core/rework/rework-facts.ts";
import { useBounce } from "../bounce.ts";
import type { InstrumentProps } from "../instrument.ts";
import { t } from "../../../../words/work.ts";

const PITCH = 10;
/** How far off a contact the far end of its line is drawn. */
const REACH = 15;

/** Where the contacts of a joint sit on its drawing: in one row, or along the first and back along the second. */
function placesOf(contacts: number, rows: number): { x: number; y: number }[] {
  const inRow = Math.ceil(contacts / rows);
  return Array.from({ length: contacts }, (_, i) =>
    i < inRow ? { x: i * PITCH, y: 0 } : { x: (2 * inRow - 1 - i) * PITCH, y: 3.4 * PITCH },
  );
}

/** The contacts as they lie: joins that are meant, shorts and opens found, and the pair at hand. Two taps choose another pair. */
export function ContactInstrument({ scene, data, mayTell, tell }: InstrumentProps) {
  const { contacts, rows, nets, ends } = jointNow(scene);
  const { faults, untested } = jointChecked(scene);
  const [picked, setPicked] = useState<(number | typeof FAR_END)[]>([]);
  const places = placesOf(contacts, rows);
  const asked: Probed = { a: Number(data.a), b: data.b === FAR_END ? FAR_END : Number(data.b) };
  const [a, b] = picked;
  const pair = typeof a === "number" && b !== undefined ? { a, b } : asked;
  const lit = new Set<Probed["b"]>(picked.length > 0 ? picked : [asked.a, asked.b]);
  const wide = Math.max(...places.map(({ x }) => x));
  const tall = Math.max(...places.map(({ y }) => y));
  const endOf = ({ x, y }: { x: number; y: number }) => ({ x, y: y > 0 ? y + REACH : y - REACH });
  const arc = (from: number, to: Probed["b"], lift: number) => {
    const p = places[from - 1]!;
    const q = to === FAR_END ? endOf(p) : places[to - 1]!;
    if (to === FAR_END) return `M ${p.x} ${p.y} L ${q.x} ${q.y}`;
    const up = p.y === q.y ? (p.y > 0 ? 1 : -1) * lift * (2.2 + Math.abs(q.x - p.x) / 22) : 0;
    return `M ${p.x} ${p.y} Q ${(p.x + q.x) / 2} ${(p.y + q.y) / 2 + up * 3} ${q.x} ${q.y}`;
  };
  const isBad = (number: number) => faults.some((fault) => fault.a === number || fault.b === number);
  const isRead = (number: number) => !untested.some((left) => left.a === number || left.b === number);
  const pick = (number: number) =>
    mayTell && setPicked([...picked.filter((n) => n !== number && n !== FAR_END), number].slice(-2));
  const pickEnd = (number: number) => mayTell && setPicked([number, FAR_END]);
  const isAtEnd = (number: number) => pair.a === number && pair.b === FAR_END;
  // Pair after pair is told by the same two buttons.
  const { isBounce } = useBounce(`${asked.a} ${asked.b}`);
  const read = (reading: "beep" | "silence") => {
    if (!isBounce() && tell("contact-probed", { ...pair, reading })) setPicked([]);
  };
  return (
    <div className="grid h-full min-h-0 w-full grid-rows-[minmax(0,1fr)_auto] gap-3">
      {/* A finger finds each contact, also where the row must be pushed along. */}
      <div className="flex min-h-0 items-center overflow-x-auto">
        <svg
          style={{ minWidth: `${(wide / PITCH + 1) * 46}px` }}
          viewBox={`-9 ${ends ? -22 : -13} ${wide + 18} ${tall + 26 + (ends ? (rows > 1 ? 18 : 9) : 0)}`}
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
          {ends &&
            places.map((place, i) => {
              const number = i + 1;
              const end = endOf(place);
              return (
                <g
                  key={`end ${number}`}
                  role="button"
                  tabIndex={mayTell ? 0 : -1}
                  aria-pressed={isAtEnd(number)}
                  aria-label={t("far-end-of", { number })}
                  className="cursor-pointer"
                  onClick={() => pickEnd(number)}
                  onKeyDown={({ key }) => key === "Enter" && pickEnd(number)}
                >
                  <rect
                    x={end.x - 5}
                    y={Math.min(end.y, place.y) - 4}
                    width={10}
                    height={11}
                    fill="transparent"
                  />
                  <path
                    d={arc(number, FAR_END, 0)}
                    stroke={isAtEnd(number) ? "var(--heat)" : "var(--soft)"}
                    strokeWidth={isAtEnd(number) ? 1.3 : 0.6}
                  />
                  <circle
                    cx={end.x}
                    cy={end.y}
                    r={2.2}
                    fill="var(--raised)"
                    stroke={isAtEnd(number) ? "var(--heat)" : "var(--ink)"}
                    strokeWidth={isAtEnd(number) ? 1.3 : 0.6}
                  />
                </g>
              );
            })}
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
                {to === FAR_END
                  ? t("open-at", { number: from })
                  : t("between-and", { value: kind === "short" ? t("short") : t("open-2"), from, to })}
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
        <span className="text-lg font-semibold">
          {pair.b === FAR_END
            ? t("contact-and-its-far-end", { a: pair.a })
            : t("contacts-and", { a: pair.a, b: pair.b })}
        </span>
        <button type="button" className="control" disabled={!mayTell} onClick={() => read("silence")}>
          {t("silence")}
        </button>
        <button type="button" className="control" disabled={!mayTell} onClick={() => read("beep")}>
          {t("beep")}
        </button>
        {faults.length > 0 && (
          <span className="text-danger" aria-label={t("faults-of-the-joint")}>
            {faults
              .map(({ a: from, b: to, kind }) =>
                to === FAR_END
                  ? t("open-at", { number: from })
                  : `${kind === "short" ? t("short") : t("open-2")} ${from}–${to}`,
              )
              .join(", ")}
          </span>
        )}
      </div>
    </div>
  );
}
