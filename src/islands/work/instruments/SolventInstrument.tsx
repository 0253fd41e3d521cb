import { useMemo } from "react";
import { usualWipe, type Wipe } from "../../../../core/clean/room.ts";
import { dryEdges, tiltWords } from "../../../../core/clean/dry-edge.ts";
import { calculateVapour, vapourInput } from "../../../../core/clean/vapour.ts";
import { solventNamed } from "../../../../core/materials/solvents.ts";
import { DialSlider } from "../../../ui/DialSlider.tsx";
import { Figure } from "../../../ui/quantity.tsx";
import { useDraft } from "../../../ui/useDraft.ts";
import { SolventChoice } from "../../clean/SolventChoice.tsx";
import { VapourFigures } from "../../clean/VapourFigures.tsx";
import { useHotNearby } from "../useHotNearby.ts";
import type { InstrumentProps } from "../instrument.ts";
import { assumptionsOf } from "../../../../core/assumed.ts";
import { t } from "../../../../words/work.ts";

/** No more times of the same are counted in a day. */
const MOST_TIMES = 200;

/** The bottle, how much of it, and what it puts in the air of this room, with whatever is hot nearby. */
export function SolventInstrument({ code, scene, data, mayTell, tell, shop }: InstrumentProps) {
  const [entered, setEntered] = useDraft<Wipe | null>(`${code} solvent`, null);
  const wipe = entered ?? scene.state.bond.solvent ?? usualWipe;
  const [hottest] = useHotNearby(code);
  const solvent = solventNamed(wipe.solvent)!;
  const hottestToolC = hottest?.hotC;
  const earlierMl = shop.solventMl[wipe.solvent] ?? 0;
  const input = useMemo(
    () => ({
      solvent: wipe.solvent,
      volumeMl: wipe.volumeMl,
      evaporateMin: wipe.evaporateMin,
      ...shop.room,
      // What was wiped with before counts as so many wipes like this one.
      ...(earlierMl > 0
        ? { timesPerDay: Math.min(MOST_TIMES, Math.ceil((earlierMl + wipe.volumeMl) / wipe.volumeMl)) }
        : {}),
      ...(hottestToolC === undefined ? {} : { hottestToolC }),
    }),
    [wipe, shop.room, hottestToolC, earlierMl],
  );
  const vapour = useMemo(() => calculateVapour(input), [input]);
  const tilt = tiltWords(dryEdges(scene.family));
  const use = () => {
    const { solvent: name, volumeMl, evaporateMin } = wipe;
    if (tell("solvent-chosen", { ...data, solvent: name, volumeMl, evaporateMin })) setEntered(null);
  };
  return (
    <div className="grid h-full min-h-0 w-full gap-x-6 gap-y-2 overflow-y-auto side:grid-cols-[minmax(0,1fr)_22rem]">
      <div className="min-h-0">
        {hottest && solvent.flashC !== null && (
          <p role="note" className="edge-hatch mb-2 text-danger" data-testid="hot">
            <strong>{t("at", { title: hottest.title, code: hottest.code })}</strong>{" "}
            {vapour.ignition === "above autoignition"
              ? t("hot-enough-to-ignite-this-vapour")
              : t("off-before-the-bottle-opens")}
          </p>
        )}
        {tilt && (
          <details>
            <summary className="min-h-12 content-center font-semibold">{t("which-edge-up")}</summary>
            <p>{tilt}</p>
          </details>
        )}
        <SolventChoice value={wipe.solvent} onChange={(name) => setEntered({ ...wipe, solvent: name })} />
      </div>
      <div>
        <DialSlider
          label={t("on-the-cloth")}
          value={wipe.volumeMl}
          min={1}
          max={100}
          step={1}
          shown={<Figure value={wipe.volumeMl} unit="ml" />}
          text={t("millilitres", { volumeMl: wipe.volumeMl })}
          onChange={(volumeMl) => setEntered({ ...wipe, volumeMl })}
        />
        <DialSlider
          label={t("dries-off-in")}
          value={wipe.evaporateMin}
          min={1}
          max={60}
          step={1}
          shown={<Figure value={wipe.evaporateMin} unit="min" />}
          text={t("minutes-2", { evaporateMin: wipe.evaporateMin })}
          onChange={(evaporateMin) => setEntered({ ...wipe, evaporateMin })}
        />
        <VapourFigures
          {...{ vapour, earlierMl }}
          room={shop.room}
          assumptions={assumptionsOf(vapourInput, input)}
        />
        <button type="button" className="control-strong mt-2 w-full" disabled={!mayTell} onClick={use}>
          {t("use-2", { name: solvent.name })}
        </button>
      </div>
    </div>
  );
}
