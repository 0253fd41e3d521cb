import { Delete } from "lucide-react";
import { Cross } from "../../drawing/Cross.tsx";
import { useEffect, useId, useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import {
  damageKindNames,
  damageKinds,
  damageSize,
  pointsOfShape,
  type Damage,
  type DamageKind,
} from "../../../core/intake/damage.ts";
import { type PanelPoint } from "../../../core/stack/panel-point.ts";
import type { Family } from "../../../core/stack/family.ts";
import { DamageMark } from "../../drawing/DamageMark.tsx";
import { nearestOnPanel } from "../../../core/stack/panel-geometry.ts";
import { panelPlace } from "../../drawing/plan-point.ts";
import { usePlanCross } from "../../drawing/usePlanCross.ts";
import { PlanFrame, planUnit } from "../../drawing/PlanFrame.tsx";
import { usePreferences } from "../../ui/preferences.ts";
import { lengthText } from "../../ui/quantity.tsx";
import { useDraft } from "../../ui/useDraft.ts";
import { PanelPhoto } from "./PanelPhoto.tsx";
import { t } from "../../../words/intake.ts";

const groups = [
  {
    of: "glass",
    get title() {
      return t("glass");
    },
  },
  {
    of: "touch",
    get title() {
      return t("touch");
    },
  },
  {
    of: "picture",
    get title() {
      return t("picture");
    },
  },
] as const;

const howTo: Record<(typeof damageKinds)[DamageKind]["shape"], string> = {
  get path() {
    return t("tap-along-it-point-by-point");
  },
  get area() {
    return t("tap-round-it-corner-by-corner");
  },
  get box() {
    return t("drag-from-one-corner-to-the-other");
  },
  get round() {
    return t("drag-from-its-middle-outwards");
  },
  get point() {
    return t("tap-where-it-is");
  },
};

interface Started {
  kind: DamageKind;
  points: PanelPoint[];
}
const nothing: Started = { kind: "crack", points: [] };

/** The panel to draw on: what is broken, where, and how far it reaches. */
export function DamagePlan({
  code,
  family,
  damage,
  photoId,
  mayEnter,
  onMark,
  onRemove,
}: {
  code: string;
  family: Family;
  damage: readonly (Damage & { id: string })[];
  /** The job's first photo, to be laid behind the plan; null where there is none. */
  photoId: string | null;
  mayEnter: boolean;
  /** Records a mark; false where it may not be told now. */
  onMark: (marked: Damage) => boolean;
  onRemove: (id: string) => void;
}) {
  const preferences = usePreferences();
  const [started, setStarted] = useDraft<Started>(`${code} damage`, nothing);
  const [note, setNote] = useDraft(`${code} damage note`, "");
  const { outline } = family;
  const { cross, at: crossAt, step } = usePlanCross(outline);
  const [picked, setPicked] = useState<string | null>(null);
  const dragged = useRef<PanelPoint | null>(null);
  const [behind, setBehind] = useState<string | null>(null);
  useEffect(
    () => () => {
      if (behind) URL.revokeObjectURL(behind);
    },
    [behind],
  );
  const helpId = useId();
  const unit = planUnit(outline);
  const { kind, points } = started;
  const { shape, label } = damageKinds[kind];
  const [fewest, most] = pointsOfShape[shape];
  const growsByTaps = shape === "path" || shape === "area";

  const mark = (marked: PanelPoint[]) => {
    const data: Damage = { damage: kind, points: marked, ...(note.trim() ? { note: note.trim() } : {}) };
    if (onMark(data)) {
      setStarted({ kind, points: [] });
      setNote("");
    }
  };
  const add = (point: PanelPoint) => {
    const next = [...points, point];
    if (!growsByTaps && next.length >= most) mark(next);
    else if (next.length <= most) setStarted({ kind, points: next });
  };

  const place = (event: PointerEvent<SVGSVGElement>) => panelPlace(outline, event);
  const pointer = {
    onPointerDown: (event: PointerEvent<SVGSVGElement>) => {
      if (event.button !== 0) return;
      event.currentTarget.setPointerCapture(event.pointerId);
      const at = place(event);
      if (shape === "box" || shape === "round") {
        dragged.current = at;
        setStarted({ kind, points: [at, at] });
      } else add(at);
    },
    onPointerMove: (event: PointerEvent<SVGSVGElement>) => {
      if (dragged.current) setStarted({ kind, points: [dragged.current, place(event)] });
    },
    onPointerUp: (event: PointerEvent<SVGSVGElement>) => {
      const from = dragged.current;
      if (!from) return;
      dragged.current = null;
      const to = place(event);
      const isTap = Math.hypot(to.xMm - from.xMm, to.yMm - from.yMm) < unit;
      // A tap is a mark of a finger's size.
      const reach = 5 * unit;
      mark(
        !isTap
          ? [from, to]
          : shape === "box"
            ? [
                nearestOnPanel(outline, { xMm: from.xMm - reach, yMm: from.yMm - reach }),
                nearestOnPanel(outline, { xMm: from.xMm + reach, yMm: from.yMm + reach }),
              ]
            : [from, nearestOnPanel(outline, { xMm: from.xMm + reach, yMm: from.yMm })],
      );
    },
    onPointerCancel: () => {
      dragged.current = null;
      setStarted({ kind, points: [] });
    },
  };
  const onKeyDown = (event: KeyboardEvent<SVGSVGElement>) => {
    if (step(event) === null) {
      if (event.key === "Enter") add(nearestOnPanel(outline, crossAt));
      else if (event.key === "Escape") setStarted({ kind, points: [] });
      else if (event.key === "Backspace" && points.length > 0) {
        setStarted({ kind, points: points.slice(0, -1) });
      } else return;
    }
    event.preventDefault();
    event.stopPropagation();
  };

  const describe = (marked: Damage) => {
    const { lengthMm, areaMm2 } = damageSize(marked);
    const size = lengthMm > 0 ? `, ${lengthText(lengthMm, preferences)}` : "";
    return `${damageKinds[marked.damage].label}${size}${areaMm2 >= 100 ? t("cm", { areaMm2: Math.round(areaMm2 / 100) }) : ""}`;
  };

  return (
    <section
      aria-label={t("damage")}
      className="grid h-full min-h-0 w-full grid-rows-[auto_minmax(0,1fr)_auto] gap-2 side:grid-cols-[minmax(0,1fr)_23rem] side:grid-rows-[minmax(0,1fr)_auto] low:grid-cols-[minmax(0,1fr)_17rem] low:grid-rows-[auto_minmax(0,1fr)]"
    >
      {mayEnter && (
        <div className="flex gap-x-4 gap-y-1 overflow-x-auto side:col-start-2 side:row-start-1 side:flex-col side:overflow-y-auto">
          <select
            aria-label={t("damage")}
            className="entry hidden low:block"
            value={kind}
            onChange={({ target }) => setStarted({ kind: target.value as DamageKind, points: [] })}
          >
            {damageKindNames.map((name) => (
              <option key={name} value={name}>
                {damageKinds[name].label}
              </option>
            ))}
          </select>
          {photoId && <PanelPhoto photoId={photoId} panel={outline} url={behind} onUrl={setBehind} />}
          {groups.map(({ of, title }) => {
            const names = damageKindNames.filter((name) => damageKinds[name].of === of);
            return (
              <div
                key={of}
                role="group"
                aria-label={title}
                className="flex shrink-0 items-center gap-1.5 side:flex-wrap low:hidden"
              >
                <span className={`text-soft ${names.length > 1 ? "side:w-full" : ""}`}>{title}</span>
                {names.map((name) => (
                  <button
                    key={name}
                    type="button"
                    aria-pressed={kind === name}
                    className="control border-soft px-3 font-normal aria-pressed:bg-ink aria-pressed:text-on-ink"
                    onClick={() => setStarted({ kind: name, points: [] })}
                  >
                    {damageKinds[name].label}
                  </button>
                ))}
              </div>
            );
          })}
        </div>
      )}
      <div className="min-h-0 side:row-start-1 low:row-span-2">
        <PlanFrame
          outline={outline}
          borderMm={family.borderMm}
          features={family.features}
          windows={family.windows}
          fills
          title={t("panel-of-from-the-viewers-side-to", { code: family.code })}
          {...(mayEnter
            ? {
                role: "application",
                tabIndex: 0,
                "aria-describedby": helpId,
                className: "cursor-crosshair touch-none",
                onKeyDown,
                ...pointer,
              }
            : {})}
        >
          {({ unit: u, prefix, clipPath }) => (
            <>
              {behind && (
                <image
                  href={behind}
                  width={outline.widthMm}
                  height={outline.heightMm}
                  preserveAspectRatio="none"
                  clipPath={clipPath}
                  data-testid="photo-behind"
                />
              )}
              {damage.map((marked) => (
                <DamageMark
                  key={marked.id}
                  {...{ marked, unit: u, prefix }}
                  isPicked={marked.id === picked}
                />
              ))}
              {points.length >= Math.min(2, fewest) && (
                <DamageMark
                  marked={{ damage: points.length < fewest ? "crack" : kind, points }}
                  {...{ unit: u, prefix }}
                  isPicked
                />
              )}
              {points.length > 0 && growsByTaps && (
                <circle
                  cx={points.at(-1)!.xMm}
                  cy={points.at(-1)!.yMm}
                  r={1.6 * u}
                  fill="none"
                  stroke="var(--liquid)"
                  strokeWidth={0.7 * u}
                />
              )}
              {cross && mayEnter && <Cross at={cross} unit={u} />}
            </>
          )}
        </PlanFrame>
      </div>
      {mayEnter && (
        <div className="flex flex-wrap items-center gap-2 side:col-span-2 low:col-span-1 low:col-start-2 low:content-start low:overflow-y-auto">
          <p id={helpId} className="basis-full sm:basis-auto low:sr-only">
            <strong>{label}.</strong> {howTo[shape]}{" "}
            <span className="sr-only">{t("keys-arrows-move-a-cross-enter-sets")}</span>
          </p>
          <label className="min-w-36 flex-1 low:order-last">
            <span className="sr-only">{t("note-on-the-next-mark")}</span>
            <input
              className="entry"
              placeholder={t("note-on-the-next-mark")}
              maxLength={200}
              value={note}
              onChange={(event) => setNote(event.target.value)}
            />
          </label>
          {growsByTaps && (
            <>
              <button
                type="button"
                className="control"
                aria-label={t("remove-last-point")}
                disabled={points.length === 0}
                onClick={() => setStarted({ kind, points: points.slice(0, -1) })}
              >
                <span className="low:hidden">{t("remove-last-point")}</span>
                <Delete aria-hidden size={20} className="hidden low:block" />
              </button>
              <button
                type="button"
                className="control-strong disabled:opacity-50"
                disabled={points.length < fewest}
                onClick={() => mark(points)}
              >
                {t("drawn", { label })}
              </button>
            </>
          )}
        </div>
      )}
      {damage.length > 0 && (
        <ul
          className="max-h-16 overflow-y-auto border-t border-line side:col-span-2 lg:max-h-24 low:hidden"
          aria-label={t("marked-damage")}
        >
          {damage.map((marked) => (
            <li
              key={marked.id}
              className="flex items-center gap-3 border-b border-line"
              onPointerEnter={() => setPicked(marked.id)}
              onPointerLeave={() => setPicked(null)}
            >
              <span className="flex-1 py-1">
                {describe(marked)}
                {marked.note && <span className="text-soft"> {marked.note}</span>}
              </span>
              {mayEnter && (
                <button
                  type="button"
                  className="control border-soft font-normal"
                  onClick={() => onRemove(marked.id)}
                >
                  {t("remove")}
                </button>
              )}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
