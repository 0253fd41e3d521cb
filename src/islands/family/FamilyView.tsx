import { useState } from "react";
import { routes } from "../../../core/job/route.ts";
import { materialNamed, materials, type MaterialValue } from "../../../core/materials/materials.ts";
import type { Family, Layer } from "../../../core/stack/family.ts";
import type { Problem } from "../../../server/problem.ts";
import { Plan } from "../../drawing/Plan.tsx";
import { Section } from "../../drawing/Section.tsx";
import { PreferencesContext, useStoredPreferences, type Preferences } from "../../ui/preferences.ts";
import { Assumed, Figure, Length, Temperature } from "../../ui/quantity.tsx";

const LEAST_UM = 0.1;
const MOST_UM = 100_000;

export function FamilyView({
  family: initial,
  version: initialVersion,
  preferences: initialPreferences,
}: {
  family: Family;
  version: number;
  preferences: Preferences;
}) {
  const preferences = useStoredPreferences(initialPreferences);
  const [{ family, version }, setStored] = useState({ family: initial, version: initialVersion });
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
          <ul className="mt-2 border-t-2 border-ink">
            {family.stack.map((layer) => (
              <LayerRow
                key={`${layer.name} ${version}`}
                code={family.code}
                version={version}
                layer={layer}
                onStored={setStored}
              />
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
                  {size.count} × {size.thread} × {size.lengthMm} mm, {size.head}: {size.where}
                </li>
              ))}
            </ul>
            <h2 className="mt-4 text-xl font-semibold">Connectors</h2>
            <ul>
              {family.connectors.map((connector) => (
                <li key={connector.key}>
                  <strong>{connector.name}</strong> ({connector.kind}): {connector.opens}
                </li>
              ))}
            </ul>
          </div>
        </section>
      </main>
    </PreferencesContext>
  );
}

function Property({ value, unit, digits }: { value: MaterialValue; unit: string; digits: number }) {
  const figure = <Figure value={value.value} unit={unit} digits={digits} />;
  const range = `Usual range ${value.low} to ${value.high} ${unit}. `;
  return value.source.kind === "assumed" ? (
    <Assumed source={`${range}${value.source.text}`}>{figure}</Assumed>
  ) : (
    <span title={`${range}Source: ${value.source.text} (${value.source.kind})`}>{figure}</span>
  );
}

function LayerRow({
  code,
  version,
  layer,
  onStored,
}: {
  code: string;
  version: number;
  layer: Layer;
  onStored: (stored: { family: Family; version: number }) => void;
}) {
  const [thickness, setThickness] = useState(String(layer.thicknessUm));
  const [material, setMaterial] = useState<string>(layer.material);
  const [fault, setFault] = useState<string>();
  const changed = thickness !== String(layer.thicknessUm) || material !== layer.material;
  const properties = materialNamed(material);

  const save = async () => {
    const thicknessUm = Number(thickness.replace(",", "."));
    if (thickness.trim() === "" || !(thicknessUm >= LEAST_UM && thicknessUm <= MOST_UM)) {
      setFault(`Thickness: ${thickness || "nothing"} must be a number from ${LEAST_UM} to ${MOST_UM} µm`);
      return;
    }
    try {
      const answer = await fetch(`/api/families/${code}/layers`, {
        method: "PUT",
        headers: { "content-type": "application/json" },
        body: JSON.stringify({ seenVersion: version, layer: layer.name, thicknessUm, material }),
      });
      const body = await answer.json();
      if (answer.ok) onStored(body as { family: Family; version: number });
      else setFault((body as Problem).detail);
    } catch {
      setFault("No answer from the server. Your change is still here: press Save again.");
    }
  };

  return (
    <li className="border-b border-line py-2">
      <form
        className="grid items-center gap-x-4 gap-y-2 md:grid-cols-[12rem_9rem_1fr_auto]"
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        <div>
          <strong>{layer.name}</strong>
          <span className="block text-sm text-soft">
            {layer.role}
            {layer.maxC !== undefined && (
              <>
                , at most <Temperature c={layer.maxC} />
              </>
            )}
          </span>
        </div>
        <label className="flex items-center gap-2">
          <span className="sr-only">Thickness of {layer.name} in micrometres</span>
          <input
            className="entry"
            inputMode="decimal"
            value={thickness}
            aria-invalid={Boolean(fault)}
            onChange={(event) => setThickness(event.target.value)}
          />
          <span aria-hidden>µm</span>
        </label>
        <label>
          <span className="sr-only">Material of {layer.name}</span>
          <select className="entry" value={material} onChange={(event) => setMaterial(event.target.value)}>
            {materials.map((entry) => (
              <option key={entry.name} value={entry.name}>
                {entry.name}
              </option>
            ))}
          </select>
        </label>
        <button type="submit" className="control" disabled={!changed}>
          Save
        </button>
      </form>
      <p className="flex flex-wrap items-center gap-x-4 text-sm text-soft">
        <Property value={properties.conductivityWmK} unit="W/m K" digits={2} />
        <Property value={properties.densityKgM3} unit="kg/m³" digits={0} />
        <Property value={properties.specificHeatJkgK} unit="J/kg K" digits={0} />
        {layer.maxCSource && <span>{layer.maxCSource}</span>}
      </p>
      {fault && (
        <p role="alert" className="edge-hatch text-danger">
          {fault}
        </p>
      )}
    </li>
  );
}
