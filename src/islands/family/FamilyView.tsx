import { memo } from "react";
import { Download, Pencil } from "lucide-react";
import { heatLimits } from "../../../core/heat/heat-limits.ts";
import { routes } from "../../../core/route/routes.ts";
import type { MaterialValue } from "../../../core/materials/materials.ts";
import { screwLedger, screwName } from "../../../core/open/screw-ledger.ts";
import { backOf, materialOf, type Family, type Layer } from "../../../core/stack/family.ts";
import { BackView } from "../../drawing/BackView.tsx";
import { Plan } from "../../drawing/Plan.tsx";
import { Section } from "../../drawing/Section.tsx";
import { PreferencesContext, useStoredPreferences, type Preferences } from "../../ui/preferences.ts";
import { Assumed, Figure, Length, Temperature } from "../../ui/quantity.tsx";
import { t } from "../../../words/family.ts";
import { term } from "../../../words/speaker.ts";

/** A part as it is spoken of, with how many there are. */
const partName = ({ name, count }: Family["parts"][number]): string =>
  count > 1 ? t("of-them", { name, count }) : name;

export const FamilyView = memo(function FamilyView({
  family,
  version,
  foundOtherwise,
  preferences: initialPreferences,
}: {
  family: Family;
  version: number;
  /** Jobs whose device turned out to hold another stack. */
  foundOtherwise: readonly string[];
  preferences: Preferences;
}) {
  const preferences = useStoredPreferences(initialPreferences);
  return (
    <PreferencesContext value={preferences}>
      <main className="mx-auto max-w-300 px-3 pb-16 sm:px-5">
        <h1 className="flex flex-wrap items-baseline gap-x-3 pt-4">
          <span className="answer">
            {family.code} {family.name.toLowerCase()}
          </span>
          <span className="text-soft">
            {t("in-version", { kind: family.kind, diagonalIn: family.diagonalIn, version })}
          </span>
          <span className="ml-auto flex gap-4">
            <a
              href={`/families/${family.code}/edit`}
              className="inline-flex min-h-12 items-center gap-2 underline underline-offset-4"
            >
              <Pencil aria-hidden size={18} /> {t("change-it")}
            </a>
            <a
              href={`/api/families/${family.code}/export`}
              download
              className="inline-flex min-h-12 items-center gap-2 underline underline-offset-4"
            >
              <Download aria-hidden size={18} /> {t("export")}
            </a>
          </span>
        </h1>
        <div className="mt-4 grid gap-8 lg:grid-cols-2">
          <section aria-label={t("stack-from-the-side")}>
            <Section
              family={family}
              seam={family.seams[0]?.layer}
              title={t("stack-of-viewers-side-up", { code: family.code })}
            />
          </section>
          <section aria-label={t("panel-from-the-viewers-side")}>
            <Plan family={family} title={t("outline-of-with-its-edge-features", { code: family.code })} />
            <p className="mt-1">
              <Length mm={family.outline.widthMm} /> × <Length mm={family.outline.heightMm} />
              {t("border")} <Length mm={family.borderMm} digits={1} />
            </p>
            <ul className="mt-1">
              {family.features.map((feature) => (
                <li key={`${feature.edge} ${feature.fromMm} ${feature.kind}`}>
                  <strong>{term(feature.kind)}</strong>
                  {t("edge", { edge: feature.edge })} <Length mm={feature.fromMm} /> {t("to")}{" "}
                  <Length mm={feature.toMm} />: {feature.label}
                  {feature.maxDepthMm !== undefined && (
                    <>
                      {t("no-deeper-than")} <Length mm={feature.maxDepthMm} digits={1} />
                    </>
                  )}
                  {feature.noLiquid && t("must-stay-dry")}
                </li>
              ))}
            </ul>
          </section>
        </div>
        <section className="mt-8" aria-labelledby="layers-title">
          <h2 id="layers-title" className="text-xl font-semibold">
            {t("layers-viewers-side-first")}
          </h2>
          <p className="text-soft">{t("a-change-writes-the-next-version-jobs")}</p>
          {foundOtherwise.length > 0 && (
            <p>
              {t("found-to-be-different")}{" "}
              {foundOtherwise.map((code) => (
                <a
                  key={code}
                  href={`/families/${family.code}/edit?as=${code}`}
                  className="mr-3 inline-flex min-h-12 items-center underline underline-offset-4"
                >
                  {t("as-found", { code })}
                </a>
              ))}
            </p>
          )}
          <ul className="mt-2 border-t-2 border-ink">
            {family.stack.map((layer) => (
              <LayerRow key={layer.name} {...{ family, layer }} />
            ))}
          </ul>
        </section>
        <section className="mt-8 grid gap-8 sm:grid-cols-2" aria-label={t("what-belongs-to-it")}>
          <div>
            <h2 className="text-xl font-semibold">{t("routes")}</h2>
            <ul>
              {family.routes.map((route) => (
                <li key={route}>
                  {routes[route].title}: {routes[route].replaces}
                </li>
              ))}
            </ul>
            <h2 className="mt-4 text-xl font-semibold">{t("functions-to-prove")}</h2>
            <ul>
              {family.functions.map((f) => (
                <li key={f.key}>
                  <strong>{term(f.name)}</strong>: {term(f.how)}
                </li>
              ))}
            </ul>
          </div>
          <div>
            <h2 className="text-xl font-semibold">{t("screws")}</h2>
            <ul>
              {family.screws.map((size) => (
                <li key={size.key}>
                  {size.count} × {screwName(size)}, {term(size.head)}: {term(size.where)}
                </li>
              ))}
            </ul>
            {family.screws.some((size) => size.places.length > 0) && (
              <div className="max-w-80">
                <BackView
                  back={backOf(family)}
                  cells={screwLedger(family, []).cells}
                  picked={null}
                  title={t("back-of-with-its-screws-seen-from", { code: family.code })}
                />
              </div>
            )}
            <h2 className="mt-4 text-xl font-semibold">{t("parts")}</h2>
            <ul>
              {family.parts.map((part) => (
                <li key={part.key}>
                  <strong>{partName(part)}</strong>:{" "}
                  {part.kind === "liner" ? t("peeled-and-counted") : term(part.goes)}
                  {part.irreplaceable && t("irreplaceable")}
                </li>
              ))}
            </ul>
            <h2 className="mt-4 text-xl font-semibold">{t("connectors")}</h2>
            <ul>
              {family.connectors.map((connector) => (
                <li key={connector.key}>
                  <strong>{term(connector.name)}</strong> ({term(connector.kind)}), {term(connector.way)}:{" "}
                  {term(connector.opens)}
                </li>
              ))}
            </ul>
          </div>
        </section>
      </main>
    </PreferencesContext>
  );
});

function Property({ value, unit, digits }: { value: MaterialValue; unit: string; digits: number }) {
  const figure = <Figure value={value.value} unit={unit} digits={digits} />;
  const range = `${t("usual-range-to", { low: value.low, high: value.high, unit })} `;
  return value.source.kind === "assumed" ? (
    <Assumed source={`${range}${term(value.source.text)}`}>{figure}</Assumed>
  ) : (
    <span title={t("source", { range, text: value.source.text, kind: value.source.kind })}>{figure}</span>
  );
}

function LayerRow({ family, layer }: { family: Family; layer: Layer }) {
  const limit = heatLimits(family).find((known) => known.layer === layer.name);
  const properties = materialOf(family, layer.material);
  const thickness =
    layer.thicknessUm >= 1_000
      ? { value: layer.thicknessUm / 1_000, unit: "mm", digits: 2 }
      : { value: layer.thicknessUm, unit: "µm", digits: 0 };
  return (
    <li className="grid items-baseline gap-x-4 border-b border-line py-2 md:grid-cols-[14rem_6rem_1fr]">
      <span>
        <strong>{term(layer.name)}</strong>
        <span className="block text-sm text-soft">
          {term(layer.role)}
          {limit && (
            <>
              {t("at-most")} <Temperature c={limit.maxC} />
            </>
          )}
        </span>
      </span>
      <Figure {...thickness} />
      <span>
        {term(layer.material)}
        <span className="flex flex-wrap items-center gap-x-4 text-sm text-soft">
          <Property value={properties.conductivityWmK} unit="W/m K" digits={2} />
          <Property value={properties.densityKgM3} unit="kg/m³" digits={0} />
          <Property value={properties.specificHeatJkgK} unit={t("j-kg-k")} digits={0} />
          {limit && <span>{term(limit.source)}</span>}
        </span>
      </span>
    </li>
  );
}
