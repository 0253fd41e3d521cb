import { bondDoseInput } from "../../../../core/bond/bond-dose.ts";
import { calculateAdhesiveDose } from "../../../../core/bond/adhesive-dose.ts";
import { adhesiveNow } from "../../../../core/bond/adhesive-now.ts";
import { loweringOf, settleS } from "../../../../core/bond/lowering.ts";
import { Section } from "../../../drawing/Section.tsx";
import { DialSlider } from "../../../ui/DialSlider.tsx";
import { Assumed, Duration, Figure, Length } from "../../../ui/quantity.tsx";
import { MeasuredHere } from "../MeasuredHere.tsx";
import type { InstrumentProps } from "../instrument.ts";
import { t } from "../../../../words/work.ts";

/** How much liquid: bond line and what may run out are turned, and what follows from them stands beside. */
export function DoseInstrument({ scene, choices, change, shop }: InstrumentProps) {
  const { family } = scene;
  const adhesive = adhesiveNow(scene);
  const input = bondDoseInput(
    family,
    {
      ...(choices.gapUm === undefined ? {} : { gapUm: choices.gapUm }),
      ...(choices.overflowPct === undefined ? {} : { overflowPct: choices.overflowPct }),
    },
    adhesive,
  );
  const dose = calculateAdhesiveDose(input);
  const lowering = loweringOf(family, adhesive);
  return (
    <div className="grid h-full min-h-0 w-full content-center gap-x-8 gap-y-3 lg:grid-cols-[minmax(0,1fr)_22rem]">
      <div className="hidden min-h-0 items-center justify-center lg:flex">
        <Section family={family} title={t("the-stack-of-from-the-side", { code: family.code })} />
      </div>
      <div>
        <dl className="grid grid-cols-[1fr_auto] gap-x-4 gap-y-1 text-lg">
          <dt>{t("weighs")}</dt>
          <dd className="font-semibold">
            <Figure value={dose.massG} unit="g" digits={2} />
          </dd>
          <dt>{t("bead")}</dt>
          <dd className="font-semibold">
            <Length mm={dose.beadMm ?? 0} />
          </dd>
          <dt>{t("liquid")}</dt>
          <dd className="font-semibold">
            {adhesive.assumed === null ? (
              <Figure value={adhesive.nowPaS} unit={t("pa-s")} digits={2} />
            ) : (
              <Assumed source={adhesive.assumed}>
                <Figure value={adhesive.nowPaS} unit={t("pa-s")} digits={2} />
              </Assumed>
            )}
          </dd>
          <dt>{t("lower-over")}</dt>
          <dd className="font-semibold">
            <Duration s={lowering.lowerS} />
          </dd>
          <dt>{t("then-settle")}</dt>
          <dd className="font-semibold">
            <Duration s={settleS(family, input.gapUm, adhesive)} />
          </dd>
        </dl>
        <DialSlider
          label={t("bond-line")}
          value={input.gapUm}
          min={50}
          max={500}
          step={10}
          shown={<Figure value={input.gapUm} unit="µm" />}
          text={t("micrometres", { gapUm: input.gapUm })}
          onChange={(gapUm) => change({ ...choices, gapUm })}
        />
        <DialSlider
          label={t("runs-out-at-the-rim")}
          value={input.overflowPct}
          min={0}
          max={30}
          step={1}
          shown={<Figure value={input.overflowPct} unit="%" />}
          text={t("percent", { overflowPct: input.overflowPct })}
          onChange={(overflowPct) => change({ ...choices, overflowPct })}
        />
        <MeasuredHere compared={shop.compared} of={["laid", "settling"]} />{" "}
      </div>
    </div>
  );
}
