import { memo, useMemo, useState } from "react";
import {
  CartesianGrid,
  ComposedChart,
  Line,
  ReferenceLine,
  ResponsiveContainer,
  Scatter,
  XAxis,
  YAxis,
} from "recharts";
import { seamNow } from "../../../core/device/ask.ts";
import { glueCurve, type StrengthReading } from "../../../core/lift/glue-curve.ts";
import { strengthReadings } from "../../../core/lift/strength-readings.ts";
import { usualWire } from "../../../core/lift/wire-force.ts";
import { strengthFromWire } from "../../../core/lift/wire-pull.ts";
import { bendingParts, gaugeInput } from "../../../core/lift/lift-gauge.ts";
import { calculateLiftStress, type LiftStress } from "../../../core/lift/lift-stress.ts";
import { liftStressInput } from "../../../core/lift/lift-stress-input.ts";
import { glueOf, strengthAt, type Glue } from "../../../core/materials/glues.ts";
import { Field } from "../../ui/Field.tsx";
import { usePreferences } from "../../ui/preferences.ts";
import { Assumed, Figure, kept, Length, shown, type QuantityKind } from "../../ui/quantity.tsx";
import { useDraft } from "../../ui/useDraft.ts";
import { useMounted } from "../../ui/useMounted.ts";
import { MeasuredHere } from "../work/MeasuredHere.tsx";
import type { ToolProps } from "../work/instrument.ts";
import { Assumptions } from "../../ui/Assumptions.tsx";
import { assumptionsOf } from "../../../core/assumed.ts";
import { asTyped } from "../../ui/typed-number.ts";
import { t } from "../../../words/lift.ts";

const words: Record<LiftStress["verdict"], { says: string; classes: string }> = {
  safe: {
    get says() {
      return t("go-on");
    },
    classes: "text-done",
  },
  close: {
    get says() {
      return t("close-go-easy-lift-no-higher");
    },
    classes: "edge-hatch text-film",
  },
  stop: {
    get says() {
      return t("stop-heat-do-not-lift-higher");
    },
    classes: "edge-hatch text-danger",
  },
};

interface Typed {
  by: "wedge" | "wire";
  pull: string;
  angle: string;
  wire: string;
  wedge: string;
  front: string;
  glue: string;
  isHeld: boolean;
}
const untyped: Typed = {
  by: "wedge",
  pull: "",
  angle: String(usualWire.angleDeg),
  wire: String(usualWire.wireUm),
  wedge: "",
  front: "",
  glue: "",
  isHeld: true,
};
const bounds = {
  wedge: [0.01, 50],
  front: [0.5, 2_000],
  glue: [-100, 400],
  pull: [0.01, 1_000],
  angle: [5, 90],
  wire: [10, 2_000],
} as const;
const { flowStressMpa, friction } = usualWire;
const units = { pull: "N", angle: "°", wire: "µm" } as const;

/** How hard the glue holds just now, from a wedge and where the glue begins, and what the glass feels. */
export const LiftGauge = memo(function LiftGauge({ code, scene, mayTell: live, tell, shop }: ToolProps) {
  const { family } = scene;
  const { damage } = scene.state.intake;
  const { wedges, wirePulls } = scene.state.lift;
  const { parting } = shop;
  const seam = seamNow(scene);
  const preferences = usePreferences();
  const mounted = useMounted();
  const [typed, setTyped] = useDraft<Typed>(`${code} strength`, untyped);
  const [fault, setFault] = useState<string>();
  const parts = useMemo(() => (seam ? bendingParts(family, seam, damage) : null), [family, seam, damage]);
  const material =
    family.stack.find((layer) => layer.name === seam?.layer)?.material ?? family.stack[0]!.material;
  const glue = glueOf(material);
  const readings = useMemo(() => {
    const own = strengthReadings({ wedges, wirePulls }, material);
    // This job's own come at once; those of the shop hold them too as soon as the page is loaded again.
    const others = parting?.material === material ? parting.readings : [];
    return [...own, ...others.filter((s) => !own.some((o) => o.id === s.id))];
  }, [wedges, wirePulls, parting, material]);
  if (!parts || !seam) return <p>{t("this-route-parts-no-glue-line")}</p>;

  const read = (field: keyof typeof bounds, kind: QuantityKind | null) => {
    const text = typed[field].trim();
    const number = Number(text.replace(",", "."));
    const value = kind === null ? number : kept(kind, number, preferences);
    const [min, max] = bounds[field];
    const limit = (bound: number) =>
      kind === null ? bound : Number(shown(kind, bound, preferences).value.toFixed(3));
    return text !== "" && value >= min && value <= max
      ? { value }
      : {
          fault: t("must-be-a-number-from-to", {
            text: asTyped(text),
            limit: limit(min),
            limit2: limit(max),
            unit: kind === null ? units[field as keyof typeof units] : shown(kind, 0, preferences).unit,
          }),
        };
  };
  const [wedge, front, glueC] = [
    read("wedge", "length"),
    read("front", "length"),
    read("glue", "temperature"),
  ];
  const input =
    wedge.value !== undefined && front.value !== undefined
      ? liftStressInput.safeParse(gaugeInput(parts, typed.isHeld, wedge.value, front.value)).data
      : undefined;
  const stress = input && calculateLiftStress(input);
  const isWire = typed.by === "wire";
  const [pull, angle, wire] = [read("pull", null), read("angle", null), read("wire", null)];
  const pulled =
    pull.value === undefined || angle.value === undefined || wire.value === undefined
      ? null
      : { ...usualWire, angleDeg: angle.value, wireUm: wire.value, forceN: pull.value };
  const byWireJm2 =
    pulled && front.value !== undefined ? strengthFromWire(pulled.forceN, front.value, pulled) : null;
  const record = () => {
    const asked = isWire
      ? ([
          [t("each-hand"), pull],
          [t("front"), front],
          [t("angle-of-the-pull"), angle],
          [t("wire-2"), wire],
          [t("glue"), glueC],
        ] as const)
      : ([
          [t("wedge"), wedge],
          [t("front"), front],
          [t("glue"), glueC],
        ] as const);
    const first = asked.find(([, entry]) => entry.fault);
    setFault(first ? `${first[0]}: ${first[1].fault}` : undefined);
    if (first) return;
    if (isWire && byWireJm2 === null) return setFault(t("pulls-less-than-the-flow"));
    const about = { glue: material, glueC: glueC.value! };
    const isTold = isWire
      ? tell("wire-read", { ...about, frontMm: front.value, ...pulled })
      : input !== undefined && tell("wedge-read", { ...about, input });
    if (isTold) setTyped({ ...typed, front: "", pull: "" });
    return undefined;
  };
  const length = shown("length", 0, preferences).unit;
  const entry = (field: keyof typeof bounds, label: string, hint: string) => (
    <Field label={label} hint={hint}>
      {(attributes) => (
        <input
          {...attributes}
          className="entry"
          inputMode="decimal"
          value={typed[field]}
          onChange={(event) => setTyped({ ...typed, [field]: event.target.value })}
        />
      )}
    </Field>
  );
  return (
    <section id="gauge" aria-label={t("how-hard-it-holds")}>
      <div className="mt-1 grid gap-x-6 gap-y-3 xl:grid-cols-2">
        <div>
          <div role="group" aria-label={t("read-by")} className="mb-2 flex flex-wrap gap-1.5">
            {(["wedge", "wire"] as const).map((by) => (
              <button
                key={by}
                type="button"
                aria-pressed={typed.by === by}
                className="control border-soft px-3 font-normal aria-pressed:bg-ink aria-pressed:text-on-ink"
                onClick={() => setTyped({ ...typed, by })}
              >
                {by === "wedge" ? t("card-or-wedge") : t("wire-and-spring-scale")}
              </button>
            ))}
          </div>
          <div className="grid grid-cols-3 items-start gap-2">
            {isWire ? (
              <>
                {entry("pull", t("each-hand-n"), t("by-a-spring-scale"))}
                {entry("angle", t("angle-of-the-pull-deg"), t("of-each-hand-to-the-front"))}
                {entry("wire", t("wire-um"), t("how-thick-the-wire-is"))}
              </>
            ) : (
              entry("wedge", t("wedge-2", { length }), t("how-thick-the-card-or-wedge-is"))
            )}
            {entry(
              "front",
              t("front-2", { length }),
              isWire ? t("along-the-wire-between-the-rims") : t("from-the-wedge-to-the-glue-by"),
            )}
            {entry(
              "glue",
              t("glue-2", { unit: shown("temperature", 0, preferences).unit }),
              t("save-the-reading"),
            )}
          </div>
          <div role="group" aria-label={t("how-the-panel-lies")} className="mt-2 flex flex-wrap gap-1.5">
            {!isWire &&
              [
                { isHeld: true, label: t("panel-held-flat") },
                { isHeld: false, label: t("panel-free-to-bend") },
              ].map(({ isHeld, label }) => (
                <button
                  key={label}
                  type="button"
                  aria-pressed={typed.isHeld === isHeld}
                  className="control border-soft px-3 font-normal aria-pressed:bg-ink aria-pressed:text-on-ink"
                  onClick={() => setTyped({ ...typed, isHeld })}
                >
                  {label}
                </button>
              ))}
            <button type="button" className="control" disabled={!live} onClick={record}>
              {t("save-this-reading")}
            </button>
          </div>
          {fault && (
            <p role="alert" className="edge-hatch mt-2 text-danger">
              {fault}
            </p>
          )}
          {isWire ? (
            <div role="status" className="mt-3" data-testid="gauge">
              {byWireJm2 === null ? (
                t("enter-the-pull-and-the-front")
              ) : (
                <>
                  {t("the-glue-takes")} <Figure value={byWireJm2} unit="J/m²" digits={1} />.{" "}
                  <Assumptions words={[t("hot-glue-flows-round-the-wire", { flowStressMpa, friction })]} />
                </>
              )}
              <MeasuredHere compared={shop.compared} of={["wire speed"]} />
            </div>
          ) : stress ? (
            <div role="status" className="mt-3" data-testid="gauge">
              <p className={`text-2xl font-semibold ${words[stress.verdict].classes}`}>
                {words[stress.verdict].says}
              </p>
              <p className="mt-1">
                {t("the-bears-times-what-it-feels", {
                  value: stress.weakest === "lifted" ? t("glass") : t("panel"),
                  margin: stress.margin.toFixed(1),
                })}{" "}
                <Figure value={stress.liftedMpa} unit="MPa" /> {t("in-the-glass")}
                {stress.baseMpa !== null && (
                  <>
                    , <Figure value={stress.baseMpa} unit="MPa" /> {t("in-the-panel")}
                  </>
                )}
                {t("with-so-much-free-an-edge-may")} <Length mm={wedge.value! * stress.margin} digits={2} />{" "}
                {t("at-most")}
              </p>
              <p className="mt-1">
                {t("the-glue-takes")} <Figure value={stress.fractureEnergyJm2} unit="J/m²" digits={1} />.{" "}
                {typed.isHeld && t("held-flat-a-thicker-wedge-changes")}
              </p>
              <Assumptions words={assumptionsOf(liftStressInput, input, stress.assumed)} />
              <MeasuredHere compared={shop.compared} of={["front"]} />{" "}
              {stress.cautions.map((caution) => (
                <p key={caution} className="edge-hatch mt-1 text-film">
                  {caution}
                </p>
              ))}
            </div>
          ) : (
            <p className="mt-3 text-soft">{t("enter-the-wedge-and-the-distance-to")}</p>
          )}
          {!isWire && (
            <p className="mt-2">
              {t("worked-out-with")}{" "}
              <Assumed source={parts.lifted.source}>
                {t("glass-that-bears")} <Figure value={parts.lifted.bearsMpa} unit="MPa" />
              </Assumed>{" "}
              {t("and")}{" "}
              <Assumed source={parts.base.source}>
                {t("a-panel-that-bears")} <Figure value={parts.base.bearsMpa} unit="MPa" />
              </Assumed>
              {t("with-a-crack-less")}
            </p>
          )}
        </div>
        {mounted ? (
          <StrengthChart
            glue={glue}
            readings={readings}
            nowC={stress && glueC.value !== undefined ? glueC.value : null}
          />
        ) : (
          <p className="grid h-60 place-items-center text-soft">{t("drawing-the-curve")}</p>
        )}
      </div>
    </section>
  );
});

/** What the glue takes against temperature: as assumed, as measured here, and this shop's own line with its scatter. */
const StrengthChart = memo(function StrengthChart({
  glue,
  readings,
  nowC,
}: {
  glue: Glue;
  readings: readonly StrengthReading[];
  /** Where the glue is just now. */
  nowC: number | null;
}) {
  const preferences = usePreferences();
  const degrees = (c: number) => shown("temperature", c, preferences).value;
  const own = glueCurve(readings);
  const [lowC, highC] = [glue.strength[0]!.temperatureC, glue.strength.at(-1)!.temperatureC];
  const steps = Array.from({ length: 41 }, (_, i) => lowC + ((highC - lowC) * i) / 40);
  const assumed = steps.map((c) => ({ t: degrees(c), assumed: strengthAt(glue, c) }));
  const ownLine = own
    ? [own.fromC, (own.fromC + own.toC) / 2, own.toC].map((c) => ({ t: degrees(c), own: own.at(c) }))
    : [];
  const point = ({ glueC, fractureEnergyJm2 }: Omit<StrengthReading, "id">) => ({
    t: degrees(glueC),
    measured: fractureEnergyJm2,
  });
  return (
    <figure aria-label={t("energy-of-parting-against-temperature")}>
      <div className="h-60 w-full overflow-hidden">
        <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 480, height: 240 }}>
          <ComposedChart margin={{ top: 8, right: 12, bottom: 22, left: 4 }} accessibilityLayer={false}>
            <CartesianGrid stroke="var(--line)" strokeDasharray="2 5" vertical={false} />
            <XAxis
              dataKey="t"
              type="number"
              domain={[degrees(lowC), degrees(highC)]}
              stroke="var(--soft)"
              unit="°"
              label={{
                value: t("glue-temperature"),
                position: "insideBottom",
                offset: -14,
                fill: "var(--soft)",
              }}
            />
            <YAxis
              type="number"
              scale="log"
              domain={[0.3, 600]}
              ticks={[1, 10, 100]}
              allowDataOverflow
              width={56}
              stroke="var(--soft)"
              label={{ value: "J/m²", angle: -90, position: "insideLeft", fill: "var(--soft)" }}
            />
            <Line
              data={assumed}
              dataKey="assumed"
              stroke="var(--soft)"
              strokeDasharray="3 4"
              dot={false}
              isAnimationActive={false}
            />
            {own && (
              <Line
                data={ownLine}
                dataKey="own"
                stroke="var(--heat)"
                strokeWidth={3}
                dot={false}
                isAnimationActive={false}
              />
            )}
            <Scatter
              data={readings.map(point)}
              dataKey="measured"
              fill="var(--ink)"
              isAnimationActive={false}
            />
            {nowC !== null && (
              <ReferenceLine x={degrees(nowC)} stroke="var(--liquid)" strokeDasharray="6 3" />
            )}
          </ComposedChart>
        </ResponsiveContainer>
      </div>
      <figcaption className="text-sm text-soft">
        {t("dashed", { material: glue.material })} <span className="assumed">{t("as-assumed")}</span>.{" "}
        {own
          ? t("heavy-this-shops-own-from-readings", {
              readings: readings.length,
              scatterFactor: own.scatterFactor.toFixed(1),
            })
          : t("here-three-over-ten-degrees-make-this", {
              readings: readings.length,
            })}
      </figcaption>
    </figure>
  );
});
