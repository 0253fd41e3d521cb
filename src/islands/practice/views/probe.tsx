import type { ProbeHand, ProbeState, ProbeTruth } from "../../../../core/practice/probe.ts";
import type { PracticePlace } from "../../../../core/practice/exercise.ts";
import { t } from "../../../../words/practice.ts";
import { BenchPicture } from "../BenchPicture.tsx";
import type { ExerciseView } from "../exercise-view.ts";

/** Contacts stand so far apart, in a row, with the ends of their lines in another, mm. */
const APART_MM = 16;
const ROWS = { contact: 44, end: 16 };
const bench = ({ contacts }: ProbeTruth) => ({
  fromX: 0,
  fromY: 0,
  widthMm: APART_MM * (contacts + 1),
  heightMm: 66,
});
const xOf = (contact: number) => APART_MM * contact;
const contactsOf = ({ contacts }: ProbeTruth) => Array.from({ length: contacts }, (_, k) => k + 1);

/** Where the tips are: black on a contact, red on another or on the end of the black one's line. */
function touched(truth: ProbeTruth, hand: ProbeHand, { xMm, yMm }: PracticePlace): ProbeHand {
  const contact = Math.round(xMm / APART_MM);
  if (contact < 1 || contact > truth.contacts) return hand;
  const isEnd = yMm < (ROWS.contact + ROWS.end) / 2;
  if (isEnd) return { a: contact, b: 0, probes: hand.probes + 1 };
  // A contact that is pressed is the next tip's: black first, then red, which sets both down.
  return hand.b === hand.a && hand.a !== contact
    ? { ...hand, b: contact, probes: hand.probes + 1 }
    : { ...hand, a: contact, b: contact };
}

const said = ({ readings }: ProbeState): string => {
  const last = readings.at(-1);
  if (!last) return t("probe-first");
  const b = last.b === "end" ? t("end-of", { contact: last.a }) : String(last.b);
  return last.reading === "beep" ? t("it-beeps", { a: last.a, b }) : t("it-is-silent", { a: last.a, b });
};

/** Shorts and opens of a joint, by a meter that beeps. */
export const probeView: ExerciseView<ProbeTruth, ProbeHand, ProbeState> = {
  bench,
  asks: ({ contacts }) => t("probe-the-joint", { contacts }),
  soFar: (_, state, isSeen) =>
    isSeen
      ? t("said-and-left", { said: said(state), left: state.check.untested.length })
      : t("said-and-probed", { said: said(state), probes: state.probes }),
  won: (_, { probes, check }) => t("all-is-known", { probes, faults: check.faults.length }),
  lost: (_, { reason, had, limit }) =>
    reason === "untested" ? t("pairs-untested", { had }) : t("pairs-too-many", { had, limit }),
  advice: (_, lost) =>
    lost === null
      ? t("well-probed")
      : lost.reason === "untested"
        ? t("ends-then-neighbours")
        : t("what-follows"),
  how: () => t("how-to-probe"),
  fieldLabel: () => t("probe-field-label"),
  caution: () => t("probe-caution"),
  facts: (_, { check }, isSeen) =>
    isSeen
      ? check.faults.map(({ a, b, kind }) =>
          kind === "short" ? t("short-between", { a, b: String(b) }) : t("open-at", { a }),
        )
      : [],
  Picture: ({ truth, state, hand }) => {
    const last = state?.readings.at(-1);
    const lit = (contact: number, isEnd: boolean) =>
      isEnd
        ? hand.b === 0 && hand.a === contact && hand.probes > 0
        : hand.probes > 0 && (hand.a === contact || hand.b === contact);
    return (
      <BenchPicture bench={bench(truth)} panel={{ widthMm: 0, heightMm: 0 }}>
        {contactsOf(truth).map((contact) => (
          <g key={contact}>
            <line
              x1={xOf(contact)}
              x2={xOf(contact)}
              y1={ROWS.end}
              y2={ROWS.contact}
              stroke="var(--line)"
              strokeWidth={0.8}
            />
            {[ROWS.end, ROWS.contact].map((y) => (
              <rect
                key={y}
                x={xOf(contact) - 5}
                y={y - 5}
                width={10}
                height={10}
                fill={
                  lit(contact, y === ROWS.end)
                    ? last?.reading === "beep"
                      ? "var(--done)"
                      : "var(--heat)"
                    : "var(--raised)"
                }
                fillOpacity={lit(contact, y === ROWS.end) ? 0.6 : 1}
                stroke="var(--ink)"
                strokeWidth={0.6}
              />
            ))}
            <text x={xOf(contact)} y={ROWS.contact + 12} textAnchor="middle" fontSize={5} fill="var(--ink)">
              {contact}
            </text>
          </g>
        ))}
        <text x={2} y={6} fontSize={4.4} fill="var(--ink)">
          {t("far-ends")}
        </text>
      </BenchPicture>
    );
  },
  Controls: ({ truth, hand, act }) => (
    <div className="grid gap-2">
      {[
        { label: t("black-tip"), value: hand.a, of: contactsOf(truth), set: (a: number) => ({ ...hand, a }) },
        {
          label: t("red-tip"),
          value: hand.b,
          of: [0, ...contactsOf(truth)],
          set: (b: number) => ({ ...hand, b }),
        },
      ].map(({ label, value, of, set }) => (
        <label key={label} className="flex items-center gap-2">
          <span className="flex-1">{label}</span>
          <select
            className="entry w-auto"
            value={value}
            onChange={({ target }) => act(set(Number(target.value)))}
          >
            {of.map((contact) => (
              <option key={contact} value={contact}>
                {contact === 0 ? t("its-far-end") : contact}
              </option>
            ))}
          </select>
        </label>
      ))}
      <button
        type="button"
        className="control-strong"
        onClick={() => act({ ...hand, probes: hand.probes + 1 })}
      >
        {t("touch-both")}
      </button>
    </div>
  ),
  tapped: touched,
};
