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

/** A part as it is spoken of, with how many there are. */
const partName = ({ name, count }: Family["parts"][number]): string =>
  count > 1 ? `${name}, ${count} of them` : name;

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
            {family.kind}, {family.diagonalIn} in, version {version}
          </span>
          <span className="ml-auto flex gap-4">
            <a
              href={`/families/${family.code}/edit`}
              className="inline-flex min-h-12 items-center gap-2 underline underline-offset-4"
            >
              <Pencil aria-hidden size={18} /> Change it
            </a>
            <a
              href={`/api/families/${family.code}/export`}
              download
              className="inline-flex min-h-12 items-center gap-2 underline underline-offset-4"
            >
              <Download aria-hidden size={18} /> Export
            </a>
          </span>
        </h1>
        <div className="mt-4 grid gap-8 lg:grid-cols-2">
          <section aria-label="Stack from the side">
            <Section
              family={family}
              seam={family.seams[0]?.layer}
              title={`Stack of ${family.code}, viewer's side up`}
            />
          </section>
          <section aria-label="Panel from the viewer's side">
            <Plan family={family} title={`Outline of ${family.code} with its edge features, viewer's side`} />
            <p className="mt-1">
              <Length mm={family.outline.widthMm} /> × <Length mm={family.outline.heightMm} />, border{" "}
              <Length mm={family.borderMm} digits={1} />
            </p>
            <ul className="mt-1">
              {family.features.map((feature) => (
                <li key={`${feature.edge} ${feature.fromMm} ${feature.kind}`}>
                  <strong>{feature.kind}</strong>, {feature.edge} edge <Length mm={feature.fromMm} /> to{" "}
                  <Length mm={feature.toMm} />: {feature.label}
                  {feature.maxDepthMm !== undefined && (
                    <>
                      , no deeper than <Length mm={feature.maxDepthMm} digits={1} />
                    </>
                  )}
                  {feature.noLiquid && ", must stay dry"}
                </li>
              ))}
            </ul>
          </section>
        </div>
        <section className="mt-8" aria-labelledby="layers-title">
          <h2 id="layers-title" className="text-xl font-semibold">
            Layers, viewer's side first
          </h2>
          <p className="text-soft">
            A change writes the next version. Jobs that are open keep the one they began with.
          </p>
          {foundOtherwise.length > 0 && (
            <p>
              Found to be different:{" "}
              {foundOtherwise.map((code) => (
                <a
                  key={code}
                  href={`/families/${family.code}/edit?as=${code}`}
                  className="mr-3 inline-flex min-h-12 items-center underline underline-offset-4"
                >
                  {code}, as found
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
        <section className="mt-8 grid gap-8 sm:grid-cols-2" aria-label="What belongs to it">
          <div>
            <h2 className="text-xl font-semibold">Routes</h2>
            <ul>
              {family.routes.map((route) => (
                <li key={route}>
                  {routes[route].title}: {routes[route].replaces}
                </li>
              ))}
            </ul>
            <h2 className="mt-4 text-xl font-semibold">Functions to prove</h2>
            <ul>
              {family.functions.map((f) => (
                <li key={f.key}>
                  <strong>{f.name}</strong>: {f.how}
                </li>
              ))}
            </ul>
          </div>
          <div>
            <h2 className="text-xl font-semibold">Screws</h2>
            <ul>
              {family.screws.map((size) => (
                <li key={size.key}>
                  {size.count} × {screwName(size)}, {size.head}: {size.where}
                </li>
              ))}
            </ul>
            {family.screws.some((size) => size.places.length > 0) && (
              <div className="max-w-80">
                <BackView
                  back={backOf(family)}
                  cells={screwLedger(family, []).cells}
                  picked={null}
                  title={`Back of ${family.code} with its screws, seen from behind`}
                />
              </div>
            )}
            <h2 className="mt-4 text-xl font-semibold">Parts</h2>
            <ul>
              {family.parts.map((part) => (
                <li key={part.key}>
                  <strong>{partName(part)}</strong>:{" "}
                  {part.kind === "liner" ? "peeled and counted" : part.goes}
                  {part.irreplaceable && ", irreplaceable"}
                </li>
              ))}
            </ul>
            <h2 className="mt-4 text-xl font-semibold">Connectors</h2>
            <ul>
              {family.connectors.map((connector) => (
                <li key={connector.key}>
                  <strong>{connector.name}</strong> ({connector.kind}), {connector.way}: {connector.opens}
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
  const range = `Usual range ${value.low} to ${value.high} ${unit}. `;
  return value.source.kind === "assumed" ? (
    <Assumed source={`${range}${value.source.text}`}>{figure}</Assumed>
  ) : (
    <span title={`${range}Source: ${value.source.text} (${value.source.kind})`}>{figure}</span>
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
        <strong>{layer.name}</strong>
        <span className="block text-sm text-soft">
          {layer.role}
          {limit && (
            <>
              , at most <Temperature c={limit.maxC} />
            </>
          )}
        </span>
      </span>
      <Figure {...thickness} />
      <span>
        {layer.material}
        <span className="flex flex-wrap items-center gap-x-4 text-sm text-soft">
          <Property value={properties.conductivityWmK} unit="W/m K" digits={2} />
          <Property value={properties.densityKgM3} unit="kg/m³" digits={0} />
          <Property value={properties.specificHeatJkgK} unit="J/kg K" digits={0} />
          {limit && <span>{limit.source}</span>}
        </span>
      </span>
    </li>
  );
}
