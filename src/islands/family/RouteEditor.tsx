import { routeNames, routes, type RouteName } from "../../../core/route/routes.ts";
import { seamMethods, isHeatedMethod, type RouteCost, type Seam } from "../../../core/stack/family.ts";
import { useEditor } from "./editor.ts";
import { ChoiceEntry, NumberEntry, TextEntry } from "./entries.tsx";
import { opensSeam, usualSeam } from "./family-draft.ts";
import { minorPerMajor } from "../../../core/money.ts";

/** Which routes are offered, which line each opens and how, and what it costs. */
export function RouteEditor({ currency }: { currency: string }) {
  const { family, change, faultAt } = useEditor();
  const perMajor = minorPerMajor(currency);
  const layers = family.stack.map((layer) => layer.name).filter(Boolean);
  const setSeam = (route: RouteName, more: Partial<Seam>) =>
    change(
      { seams: family.seams.map((seam) => (seam.route === route ? { ...seam, ...more } : seam)) },
      `seam ${route}`,
    );
  const setCost = (route: RouteName, more: Partial<RouteCost>) => {
    const known = family.costs.some((cost) => cost.route === route);
    const blank: RouteCost = { route, partsMinor: 0, hours: 1 };
    change(
      {
        costs: known
          ? family.costs.map((cost) => (cost.route === route ? { ...cost, ...more } : cost))
          : [...family.costs, { ...blank, ...more }],
      },
      `cost ${route}`,
    );
  };
  const toggle = (route: RouteName) => {
    const isOffered = family.routes.includes(route);
    const seams =
      !isOffered && opensSeam(route) && !family.seams.some((seam) => seam.route === route)
        ? [...family.seams, usualSeam(family, route)]
        : family.seams;
    change(
      {
        routes: isOffered
          ? family.routes.filter((r) => r !== route)
          : routeNames.filter((r) => r === route || family.routes.includes(r)),
        seams,
      },
      "routes",
    );
  };
  return (
    <div>
      <label className="flex min-h-12 items-center gap-3">
        <input
          type="checkbox"
          className="size-6"
          checked={family.survivesParting}
          onChange={(event) => change({ survivesParting: event.target.checked }, "survives")}
        />
        The panel survives separation
      </label>
      <ul className="border-t border-line">
        {routeNames.map((route) => {
          const isOffered = family.routes.includes(route);
          const seam = family.seams.find((s) => s.route === route);
          const at = family.seams.indexOf(seam!);
          const cost = family.costs.find((c) => c.route === route);
          const costAt = family.costs.indexOf(cost!);
          const offered = family.routes.indexOf(route);
          const fault = offered >= 0 ? faultAt(`routes[${offered}]`) : undefined;
          return (
            <li key={route} className="border-b border-line py-2">
              <label className="flex min-h-12 items-center gap-3">
                <input
                  type="checkbox"
                  className="size-6"
                  checked={isOffered}
                  onChange={() => toggle(route)}
                />
                <span>
                  <strong>{routes[route].title}</strong>: {routes[route].replaces}
                </span>
              </label>
              {fault && <p className="edge-hatch text-danger">{fault}</p>}
              {isOffered && (
                <div className="ml-9 grid grid-cols-2 items-start gap-2 md:grid-cols-4 xl:grid-cols-6">
                  <NumberEntry
                    label={`Parts, ${currency}`}
                    optional
                    value={cost && cost.partsMinor / perMajor}
                    path={`costs[${costAt}].partsMinor`}
                    onChange={(major) => setCost(route, { partsMinor: Math.round((major ?? 0) * perMajor) })}
                  />
                  <NumberEntry
                    label="Hours"
                    optional
                    value={cost?.hours}
                    path={`costs[${costAt}].hours`}
                    onChange={(hours) => setCost(route, { hours: hours ?? 0 })}
                  />
                  {seam && opensSeam(route) && (
                    <>
                      <ChoiceEntry
                        label="Line that is opened"
                        value={seam.layer}
                        options={layers}
                        path={`seams[${at}].layer`}
                        onChange={(layer) => setSeam(route, { layer })}
                      />
                      <ChoiceEntry
                        label="How"
                        value={seam.method}
                        options={seamMethods}
                        path={`seams[${at}].method`}
                        onChange={(method) => setSeam(route, { method })}
                      />
                      <div className="col-span-2">
                        <TextEntry
                          label="New part"
                          value={seam.newPart}
                          path={`seams[${at}].newPart`}
                          onChange={(newPart) => setSeam(route, { newPart })}
                        />
                      </div>
                      {isHeatedMethod(seam.method) && (
                        <>
                          <NumberEntry
                            label="Separates from, °C"
                            value={seam.minC}
                            path={`seams[${at}].minC`}
                            onChange={(minC) => setSeam(route, { minC })}
                          />
                          <NumberEntry
                            label="At most, °C"
                            value={seam.maxC}
                            path={`seams[${at}].maxC`}
                            onChange={(maxC) => setSeam(route, { maxC })}
                          />
                          <NumberEntry
                            label="Plate, °C"
                            value={seam.plateC}
                            path={`seams[${at}].plateC`}
                            onChange={(plateC) => setSeam(route, { plateC })}
                          />
                          <NumberEntry
                            label="Speed, mm/s"
                            value={seam.speedMmS}
                            path={`seams[${at}].speedMmS`}
                            onChange={(speedMmS) => setSeam(route, { speedMmS })}
                          />
                          <NumberEntry
                            label="Depth, mm"
                            value={seam.maxDepthMm}
                            path={`seams[${at}].maxDepthMm`}
                            onChange={(maxDepthMm) => setSeam(route, { maxDepthMm })}
                          />
                          <TextEntry
                            label="Source of the band"
                            value={seam.bandSource}
                            path={`seams[${at}].bandSource`}
                            onChange={(bandSource) => setSeam(route, { bandSource })}
                          />
                        </>
                      )}
                    </>
                  )}
                </div>
              )}
            </li>
          );
        })}
      </ul>
      {faultAt("routes") && <p className="edge-hatch text-danger">Routes: {faultAt("routes")}</p>}
    </div>
  );
}
