import { minorPerMajor } from "../../../core/money.ts";
import { routeNames, routes, type RouteName } from "../../../core/route/routes.ts";
import { isHeatedMethod, seamMethods, type RouteCost, type Seam } from "../../../core/stack/family.ts";
import { Board, Chosen, Wide } from "./Board.tsx";
import { useEditor } from "./editor.ts";
import { ChoiceEntry, NumberEntry, TextEntry } from "./entries.tsx";
import { opensSeam, usualSeam } from "./family-draft.ts";
import { StackDrawing } from "./StackEditor.tsx";
import { SelectRow } from "./Things.tsx";
import { t } from "../../../words/family.ts";

/** Which routes are offered, which line each opens and how, and what it costs. */
export function RouteEditor({ currency }: { currency: string }) {
  const { family, change, faultAt, isFaulty, selection, select } = useEditor();
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
  const chosen = routeNames[selection.index];
  return (
    <Board
      drawing={<StackDrawing seam={family.seams.find(({ route }) => route === chosen)?.layer} />}
      lists={
        <>
          <label className="flex min-h-12 items-center gap-3">
            <input
              type="checkbox"
              className="size-6 shrink-0"
              checked={family.survivesParting}
              onChange={(event) => change({ survivesParting: event.target.checked }, "survives")}
            />
            {t("the-panel-survives-separation")}
          </label>
          <h2 className="mt-2 font-semibold">{t("offered")}</h2>
          {faultAt("routes") && (
            <p className="edge-hatch text-danger">
              {t("routes-2")} {faultAt("routes")}
            </p>
          )}
          <ul className="border-t border-line">
            {routeNames.map((route, index) => {
              const isSelected = index === selection.index;
              const offered = family.routes.indexOf(route);
              const seam = family.seams.findIndex((s) => s.route === route);
              const isWrong = [`routes[${offered}]`, `seams[${seam}]`].some(isFaulty);
              return (
                <li
                  key={route}
                  className={`flex min-h-12 items-stretch border-b border-line ${isSelected ? "bg-ink text-on-ink" : ""}`}
                >
                  <label className="flex w-12 items-center justify-center">
                    <input
                      type="checkbox"
                      aria-label={routes[route].title}
                      className="size-6"
                      checked={offered >= 0}
                      onChange={() => {
                        toggle(route);
                        select({ list: "routes", index });
                      }}
                    />
                  </label>
                  <SelectRow
                    name={routes[route].title}
                    isSelected={isSelected}
                    isFaulty={isWrong}
                    onSelect={() => select({ list: "routes", index })}
                  />
                </li>
              );
            })}
          </ul>
        </>
      }
    >
      {chosen && <RouteFields key={chosen} route={chosen} currency={currency} />}
    </Board>
  );
}

function RouteFields({ route, currency }: { route: RouteName; currency: string }) {
  const { family, change, faultAt } = useEditor();
  const perMajor = minorPerMajor(currency);
  const layers = family.stack.map((layer) => layer.name).filter(Boolean);
  const setSeam = (more: Partial<Seam>) =>
    change(
      { seams: family.seams.map((seam) => (seam.route === route ? { ...seam, ...more } : seam)) },
      `seam ${route}`,
    );
  const setCost = (more: Partial<RouteCost>) => {
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
  const seam = family.seams.find((s) => s.route === route);
  const at = family.seams.indexOf(seam!);
  const cost = family.costs.find((c) => c.route === route);
  const costAt = family.costs.indexOf(cost!);
  const offered = family.routes.indexOf(route);
  const fault = offered >= 0 ? faultAt(`routes[${offered}]`) : undefined;
  return (
    <Chosen title={routes[route].title}>
      <Wide>
        <p>{t("new", { replaces: routes[route].replaces })}</p>
        {fault && <p className="edge-hatch text-danger">{fault}</p>}
        {offered < 0 && <p className="text-soft">{t("not-offered-tick-it-to-offer-it")}</p>}
      </Wide>
      {offered >= 0 && (
        <>
          <NumberEntry
            label={t("parts-2", { currency })}
            optional
            value={cost && cost.partsMinor / perMajor}
            path={`costs[${costAt}].partsMinor`}
            onChange={(major) => setCost({ partsMinor: Math.round((major ?? 0) * perMajor) })}
          />
          <NumberEntry
            label={t("hours")}
            optional
            value={cost?.hours}
            path={`costs[${costAt}].hours`}
            onChange={(hours) => setCost({ hours: hours ?? 0 })}
          />
          {seam && opensSeam(route) && (
            <>
              <ChoiceEntry
                label={t("line-opened")}
                value={seam.layer}
                options={layers}
                path={`seams[${at}].layer`}
                onChange={(layer) => setSeam({ layer })}
              />
              <ChoiceEntry
                label={t("how")}
                value={seam.method}
                options={seamMethods}
                path={`seams[${at}].method`}
                onChange={(method) => setSeam({ method })}
              />
              <Wide>
                <TextEntry
                  label={t("new-part")}
                  value={seam.newPart}
                  path={`seams[${at}].newPart`}
                  onChange={(newPart) => setSeam({ newPart })}
                />
              </Wide>
              {isHeatedMethod(seam.method) && (
                <>
                  <NumberEntry
                    label={t("separates-from-c")}
                    value={seam.minC}
                    path={`seams[${at}].minC`}
                    onChange={(minC) => setSeam({ minC })}
                  />
                  <NumberEntry
                    label={t("at-most-c")}
                    value={seam.maxC}
                    path={`seams[${at}].maxC`}
                    onChange={(maxC) => setSeam({ maxC })}
                  />
                  <NumberEntry
                    label={t("plate-c")}
                    value={seam.plateC}
                    path={`seams[${at}].plateC`}
                    onChange={(plateC) => setSeam({ plateC })}
                  />
                  <NumberEntry
                    label={t("speed-mm-s")}
                    value={seam.speedMmS}
                    path={`seams[${at}].speedMmS`}
                    onChange={(speedMmS) => setSeam({ speedMmS })}
                  />
                  <NumberEntry
                    label={t("depth-mm")}
                    value={seam.maxDepthMm}
                    path={`seams[${at}].maxDepthMm`}
                    onChange={(maxDepthMm) => setSeam({ maxDepthMm })}
                  />
                  <Wide>
                    <TextEntry
                      label={t("source-of-the-band")}
                      value={seam.bandSource}
                      path={`seams[${at}].bandSource`}
                      onChange={(bandSource) => setSeam({ bandSource })}
                    />
                  </Wide>
                </>
              )}
            </>
          )}
        </>
      )}
    </Chosen>
  );
}
