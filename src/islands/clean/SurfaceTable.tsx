import { Ban, Check, TriangleAlert } from "lucide-react";
import { usualWipe } from "../../../core/clean/room.ts";
import { solventNamed, solvents, surfaces, type Agreement } from "../../../core/materials/solvents.ts";
import type { ToolProps } from "../work/instrument.ts";
import { t } from "../../../words/clean.ts";
import { term } from "../../../words/speaker.ts";

const signs = { use: Check, care: TriangleAlert, never: Ban } as const;
const hues: Record<Agreement, string> = { use: "text-done", care: "text-film", never: "text-danger" };

/** Which solvent on what: every bottle against every surface, the picked one's reasons in words. */
export function SurfaceTable({ scene }: ToolProps) {
  const picked = scene.state.bond.solvent?.solvent ?? usualWipe.solvent;
  const own = solventNamed(picked)!;
  return (
    <>
      <div className="overflow-x-auto" role="region" aria-label={t("solvents-by-surface")} tabIndex={0}>
        <table className="w-full min-w-160 border-collapse text-left">
          <caption className="sr-only">{t("which-solvent-is-safe-on-which-surface")}</caption>
          <thead>
            <tr className="border-b-2 border-ink align-bottom">
              <th scope="col" className="py-1 pr-3 font-semibold">
                {t("surface-and-on-it", { name: own.name })}
              </th>
              {solvents.map(({ name }) => (
                <th
                  key={name}
                  scope="col"
                  className={`py-1 pr-3 ${name === picked ? "font-semibold underline underline-offset-4" : "font-normal"}`}
                >
                  {term(name)}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {surfaces.map((surface) => (
              <tr key={surface} className="border-b border-line">
                <th scope="row" className="py-1.5 pr-3 font-normal">
                  {term(surface)}
                  <span className="block text-soft">{term(own.on[surface].why)}</span>
                </th>
                {solvents.map(({ name, on }) => {
                  const { agreement } = on[surface];
                  const Sign = signs[agreement];
                  return (
                    <td key={name} className={`pr-3 whitespace-nowrap ${hues[agreement]}`}>
                      <Sign aria-hidden size={16} className="mr-1 inline" />
                      {term(agreement)}
                    </td>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="mt-1 text-soft">{t("common-practice-and-general-chemistry")}</p>
    </>
  );
}
