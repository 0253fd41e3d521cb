import { useState } from "react";
import { adhesiveNow } from "../../../../core/bond/adhesive-now.ts";
import { START_GAPS, type FillFrontInput } from "../../../../core/bond/fill-front.ts";
import { panelFill } from "../../../../core/bond/panel-fill.ts";
import { scaledTo, type NamedPattern, type PatternPiece } from "../../../../core/bond/pattern.ts";
import { shippedPatterns } from "../../../../core/bond/shipped-patterns.ts";
import { BetterPattern } from "../../bond/BetterPattern.tsx";
import { DispenseFiles } from "../../bond/DispenseFiles.tsx";
import { useFamilyPatterns } from "../../bond/useFamilyPatterns.ts";
import type { ToolProps } from "../instrument.ts";
import { term } from "../../../../words/speaker.ts";
import { t } from "../../../../words/work.ts";

/** Looks for a better pattern, keeps patterns with the family, and writes them for a dispensing machine. */
export function PatternTool({ code, scene, mayTell }: ToolProps) {
  const { family, state } = scene;
  const kept = useFamilyPatterns(family.code);
  const { dose, pattern: chosen } = state.bond;
  const [found, setFound] = useState<NamedPattern | null>(null);
  const [name, setName] = useState("");
  if (!dose) return <p>{t("choose-the-dose-first")}</p>;
  const volumeUl = dose.volumeMl * 1_000;
  const shipped = shippedPatterns(family.outline, volumeUl);
  const input = chosen?.calculated.input as unknown as FillFrontInput | undefined;
  const pattern =
    found ?? (input ? { name: chosen!.name, pieces: input.pattern as PatternPiece[] } : shipped[0]!);
  return (
    <>
      <p>
        {t("pattern")} <strong>{term(pattern.name)}</strong>
        {t("patterns-kept-with-stand-beside-the", { code: family.code })}
      </p>
      <BetterPattern
        family={family}
        startGapUm={START_GAPS * dose.gapUm}
        disabled={!mayTell}
        onAsk={() => ({
          ...panelFill(family, dose.gapUm, adhesiveNow(scene), "lowered on a wedge"),
          start: shipped,
        })}
        onTake={(pieces) => setFound({ name: t("found-by-search"), pieces: scaledTo(pieces, volumeUl) })}
      />
      <form
        className="mt-4 flex flex-wrap items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          void kept
            .keep({ name: name.trim(), pieces: pattern.pieces })
            .then((isKept) => isKept && setName(""));
        }}
      >
        <label className="grow sm:max-w-72">
          {t("save-this-pattern-with-as", { code: family.code })}
          <input
            className="entry"
            value={name}
            maxLength={60}
            onChange={({ target }) => setName(target.value)}
          />
        </label>
        <button type="submit" className="control" disabled={name.trim() === ""}>
          {t("save")}
        </button>
        {kept.patterns.map((own) => (
          <button key={own.name} type="button" className="control" onClick={() => void kept.forget(own.name)}>
            {t("remove", { name: own.name })}
          </button>
        ))}
        {kept.said && <p role="status">{kept.said}</p>}
      </form>
      <DispenseFiles family={family} pattern={pattern} code={code} gapUm={dose.gapUm} />
    </>
  );
}
