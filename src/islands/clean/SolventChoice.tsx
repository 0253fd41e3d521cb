import { RadioGroup } from "radix-ui";
import { solventNamed, solvents } from "../../../core/materials/solvents.ts";
import { Assumed, Figure, Temperature } from "../../ui/quantity.tsx";
import { t } from "../../../words/clean.ts";
import { term } from "../../../words/speaker.ts";

const FACTS = "mt-2 grid grid-cols-[max-content_1fr] gap-x-4 gap-y-0.5";

/** Below this limit for a working day, what a solvent harms is said in the open. */
const LITTLE_HARMS_PPM = 100;

/** The bottles as large buttons, and below them the card of the one that is picked. */
export function SolventChoice({ value, onChange }: { value: string; onChange: (name: string) => void }) {
  const picked = solventNamed(value)!;
  const { limits, gloves, practice } = picked.sources;
  return (
    <>
      <RadioGroup.Root
        value={value}
        onValueChange={onChange}
        aria-label={t("solvent")}
        className="mt-1 flex flex-wrap gap-1.5"
      >
        {solvents.map(({ name }) => (
          <RadioGroup.Item
            key={name}
            value={name}
            className="control border-soft px-3 font-normal data-[state=checked]:bg-ink data-[state=checked]:text-on-ink"
          >
            {term(name)}
          </RadioGroup.Item>
        ))}
      </RadioGroup.Root>
      <div className="mt-3 border-y border-line py-2" data-testid="solvent-card">
        <p className="text-danger">{t("keep-it-off", { keepOff: picked.keepOff })}</p>
        {picked.limitPpm < LITTLE_HARMS_PPM && (
          <p className="mt-1 font-semibold text-danger">{picked.harms}</p>
        )}
        <dl className={FACTS}>
          <dt className="text-soft">{t("gloves")}</dt>
          <dd>
            <Assumed source={gloves.text}>{picked.gloves}</Assumed>
          </dd>
        </dl>
        <details>
          <summary className="min-h-12 content-center font-semibold">{t("use-limits-waste")}</summary>
          <p>{picked.uses}</p>
          <p className="mt-1">{picked.harms}</p>
          <dl className={FACTS}>
            <dt className="text-soft">{t("flash-point")}</dt>
            <dd>
              {picked.flashC === null ? (
                t("does-not-burn")
              ) : (
                <Assumed source={limits.text}>
                  <Temperature c={picked.flashC} />
                </Assumed>
              )}
            </dd>
            {picked.autoignitionC !== null && (
              <>
                <dt className="text-soft">{t("autoignition-from")}</dt>
                <dd>
                  <Assumed source={limits.text}>
                    <Temperature c={picked.autoignitionC} />
                  </Assumed>
                </dd>
              </>
            )}
            <dt className="text-soft">{t("limit-whole-day")}</dt>
            <dd>
              <Assumed source={limits.text}>
                <Figure value={picked.limitPpm} unit="ppm" />
              </Assumed>
            </dd>
            <dt className="text-soft">{t("waste")}</dt>
            <dd>
              {term(picked.disposal)} <span className="text-soft">({term(practice.text)})</span>
            </dd>
          </dl>
        </details>
      </div>
    </>
  );
}
