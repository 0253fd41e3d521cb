import { useEffect, useMemo, useState } from "react";
import { dryEdges, tiltWords } from "../../../core/clean/dry-edge.ts";
import { FRESH_S } from "../../../core/clean/fresh.ts";
import { wipeAgeS } from "../../../core/clean/freshness.ts";
import { heatOfJob } from "../../../core/clean/hot-tool.ts";
import { residuePct } from "../../../core/clean/residue.ts";
import { usualWipe, type ShopRoom, type Wipe } from "../../../core/clean/room.ts";
import { calculateVapour } from "../../../core/clean/vapour.ts";
import type { EventDraft } from "../../../core/job/event.ts";
import { stepKey } from "../../../core/job/fold.ts";
import { wasHeated } from "../../../core/job/stages/clean.ts";
import { solventNamed } from "../../../core/materials/solvents.ts";
import type { HotNearby } from "../../../server/hot-nearby.ts";
import { DialSlider } from "../../ui/DialSlider.tsx";
import { Duration, Figure, Temperature } from "../../ui/quantity.tsx";
import { useDraft } from "../../ui/useDraft.ts";
import { useLive } from "../../ui/useLive.ts";
import type { PanelProps } from "../stage/panel.ts";
import { LotChoice } from "../lots/LotChoice.tsx";
import { ResiduePlan } from "./ResiduePlan.tsx";
import { SolventChoice } from "./SolventChoice.tsx";
import { SurfaceTable } from "./SurfaceTable.tsx";
import { VapourFigures } from "./VapourFigures.tsx";

/** What the page knows for cleaning: the room that the shop works in. */
export interface CleanKnowledge {
  room: ShopRoom;
}

/** What is hot at other stations, asked again whenever a job changes. */
function useHotNearby(code: string): HotNearby[] {
  const [tools, setTools] = useState<HotNearby[]>([]);
  const ask = () => {
    void fetch(`/api/jobs/${code}/hot-nearby`)
      .then(async (answer) => {
        if (answer.ok) setTools((await answer.json()) as HotNearby[]);
      })
      // What was last known to be hot stays named until the server answers again.
      .catch(() => undefined);
  };
  useLive({ onChange: ask, onLost: () => undefined });
  return tools;
}

export function CleanPanel(props: PanelProps & CleanKnowledge) {
  const { code, state, family, nowMs, live, offer, room } = props;
  const chosen: Wipe = state.solvent ?? usualWipe;
  const [entered, setEntered] = useDraft<Wipe | null>(`${code} solvent`, null);
  const wipe = entered ?? chosen;
  const lot = state.lots.solvent;
  const draft = useMemo(() => {
    const { solvent, volumeMl, evaporateMin } = wipe;
    return (): EventDraft => ({
      stage: "clean",
      kind: "solvent-chosen",
      data: { solvent, volumeMl, evaporateMin, ...(lot?.material === solvent ? { lot: lot.lot } : {}) },
    });
  }, [wipe, lot]);
  useEffect(() => offer("solvent", draft), [offer, draft]);

  const nearby = useHotNearby(code);
  const own = wasHeated({ state }) ? heatOfJob(state, family) : null;
  const [hottest] = [...(own ? [{ code: "", ...own }] : []), ...nearby].sort((a, b) => b.hotC - a.hotC);
  const hottestToolC = hottest?.hotC;
  const vapour = useMemo(
    () =>
      calculateVapour({
        solvent: wipe.solvent,
        volumeMl: wipe.volumeMl,
        evaporateMin: wipe.evaporateMin,
        ...room,
        ...(hottestToolC === undefined ? {} : { hottestToolC }),
      }),
    [wipe, room, hottestToolC],
  );
  const materials = useMemo(() => [wipe.solvent], [wipe.solvent]);
  const solvent = solventNamed(wipe.solvent)!;
  const left = state.residue.filter(({ clearedAt }) => clearedAt === null);
  const leftPct = residuePct(family.outline, left);
  const age = wipeAgeS(state, nowMs);
  const edges = dryEdges(family);

  const answer = () => {
    if (left.length > 0)
      return `${leftPct < 0.1 ? "Less than 0.1" : leftPct.toFixed(leftPct < 10 ? 1 : 0)} % of the panel is still marked`;
    if (age !== null)
      return age <= FRESH_S ? (
        <>
          Clear. Lay it within <Duration s={FRESH_S - age} />
        </>
      ) : (
        "Clear, but dust has settled: wipe again before it is laid"
      );
    const isDone = (step: string) => stepKey("clean", step) in state.stepsDone;
    if (isDone("look")) return "Nothing left";
    if (isDone("wipe")) return "Wiped, but nobody has looked yet";
    return isDone("bulk") ? "Not yet: it has not been wiped" : "Not yet: thick glue first";
  };
  return (
    <>
      <p className="answer" data-testid="answer">
        {answer()}
      </p>
      {edges.length > 0 && <p className="mt-1 text-lg">{tiltWords(edges)}</p>}
      {hottest && solvent.flashC !== null && (
        <p role="note" className="edge-hatch mt-3 max-w-3xl text-danger" data-testid="hot">
          <strong>
            {hottest.title}
            {hottest.code ? ` at ${hottest.code}` : " of this job"}, <Temperature c={hottest.hotC} />:
          </strong>{" "}
          {vapour.ignition === "above autoignition"
            ? `hot enough to light ${solvent.name} vapour by itself, from ${solvent.autoignitionC} °C on. Put it out and let it cool before the bottle is opened.`
            : "switched off and away before the bottle is opened: a spark is enough."}
        </p>
      )}
      <div className="mt-4 grid gap-x-8 gap-y-6 xl:grid-cols-2">
        <section aria-labelledby="solvent-title">
          <h2 id="solvent-title" className="text-lg font-semibold">
            Solvent
          </h2>
          <SolventChoice value={wipe.solvent} onChange={(name) => setEntered({ ...wipe, solvent: name })} />
          <div className="mt-2 grid gap-x-6 sm:grid-cols-2">
            <DialSlider
              label="On the cloth"
              value={wipe.volumeMl}
              min={1}
              max={100}
              step={1}
              shown={<Figure value={wipe.volumeMl} unit="ml" />}
              text={`${wipe.volumeMl} millilitres`}
              onChange={(volumeMl) => setEntered({ ...wipe, volumeMl })}
            />
            <DialSlider
              label="Dries off in"
              value={wipe.evaporateMin}
              min={1}
              max={60}
              step={1}
              shown={<Figure value={wipe.evaporateMin} unit="min" />}
              text={`${wipe.evaporateMin} minutes`}
              onChange={(evaporateMin) => setEntered({ ...wipe, evaporateMin })}
            />
          </div>
          <LotChoice
            {...props}
            kind="solvent"
            stage="clean"
            materials={materials}
            title="Bottle from the shelf"
          />
          <VapourFigures {...{ vapour, room }} />
          {live && state.solvent && entered && (
            <button
              type="button"
              className="control mt-2"
              onClick={() => {
                if (props.send(draft())) setEntered(null);
              }}
            >
              Change over to this
            </button>
          )}
        </section>
        <ResiduePlan {...props} edges={edges} leftPct={leftPct} />
      </div>
      <SurfaceTable picked={wipe.solvent} />
    </>
  );
}
