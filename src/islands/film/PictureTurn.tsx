import { RadioGroup } from "radix-ui";
import { useMemo, useState } from "react";
import type { CellOptics } from "../../../core/film/cell-optics.ts";
import { foldDeg } from "../../../core/film/axis-angle.ts";
import type { FilmSide } from "../../../core/film/films.ts";
import {
  advise,
  cellKinds,
  directorOf,
  sweepOf,
  usualCellKind,
  type CellKind,
} from "../../../core/film/picture-advice.ts";
import type { Family } from "../../../core/stack/family.ts";
import { DialSlider } from "../../ui/DialSlider.tsx";
import { Assumed, Figure } from "../../ui/quantity.tsx";
import { CellFromPhotos } from "./CellFromPhotos.tsx";
import { TurnedFilms } from "./TurnedFilms.tsx";
import { t } from "../../../words/film.ts";
import { term } from "../../../words/speaker.ts";

const senses = [
  {
    sense: "positive",
    get label() {
      return t("dark-on-light");
    },
  },
  {
    sense: "negative",
    get label() {
      return t("light-on-dark");
    },
  },
] as const;

const EXTINCTION = 1_000;

/** What the picture will look like with the films turned this way or that, and which way to turn them. Angles from the panel's width. */
export function PictureTurn({
  chosen,
  family,
  film,
  measuredDeg,
  onTry,
}: {
  /** Axes that are chosen already. */
  chosen: Partial<Record<FilmSide, number>>;
  family: Family;
  film: FilmSide;
  measuredDeg: number | null;
  onTry: (axisDeg: number) => void;
}) {
  const [kind, setKind] = useState<CellKind>(usualCellKind(family));
  const cellKind = cellKinds.find(({ key }) => key === kind)!;
  const [retardanceNm, setRetardanceNm] = useState<number>(cellKind.retardanceNm);
  const [wanted, setWanted] = useState<CellOptics["sense"]>("positive");
  const { twistDeg } = cellKind;
  const directorDeg = directorOf(cellKind, film, measuredDeg);
  const usual = {
    front: foldDeg(cellKind.usualFrontDeg + directorDeg),
    rear: foldDeg(cellKind.usualRearDeg + directorDeg),
  };
  const [tried, setTried] = useState<Partial<Record<FilmSide, number>>>({});
  const axisOf = (side: FilmSide) =>
    tried[side] ?? chosen[side] ?? (side === film ? measuredDeg : null) ?? usual[side];
  const axes = { front: axisOf("front"), rear: axisOf("rear") };
  const fixedDeg = film === "front" ? axes.rear : axes.front;
  // All of one film's angles at once: turning it only looks up what is known already.
  const sweep = useMemo(
    () =>
      sweepOf(
        {
          twistDeg,
          retardanceNm,
          rearDeg: fixedDeg - directorDeg,
          frontDeg: fixedDeg - directorDeg,
          filmExtinction: EXTINCTION,
        },
        film,
      ),
    [twistDeg, retardanceNm, fixedDeg, directorDeg, film],
  );
  const cell = {
    twistDeg,
    retardanceNm,
    rearDeg: axes.rear - directorDeg,
    frontDeg: axes.front - directorDeg,
    filmExtinction: EXTINCTION,
  };
  const makerDeg = measuredDeg === null ? null : foldDeg(measuredDeg - directorDeg);
  const advice = advise(cell, film, wanted, { sweep, makerDeg, directorDeg });
  const { now } = advice;
  const turn = (side: FilmSide, axisDeg: number) => {
    setTried({ ...tried, [side]: axisDeg });
    if (side === film) onTry(Math.round(axisDeg) % 180);
  };
  const inPanel = (deg: number) => Math.round(foldDeg(deg + directorDeg));
  return (
    <section
      aria-labelledby="picture-title"
      className="side:grid side:grid-cols-[9.5rem_minmax(0,1fr)] lg:grid-cols-[20rem_minmax(0,1fr)] side:grid-rows-[auto_1fr] side:gap-x-6"
    >
      <div className="side:col-start-1 side:row-span-2 side:row-start-1">
        <TurnedFilms
          outline={family.outline}
          axes={axes}
          film={film}
          off={now.off}
          on={now.on}
          onTurn={turn}
        />
      </div>
      <div className="side:col-start-2">
        <h2 id="picture-title" className="text-lg font-semibold">
          {t("the-picture-it-will-give")}
        </h2>
        <RadioGroup.Root
          aria-label={t("kind-of-cell")}
          value={kind}
          onValueChange={(next) => {
            setKind(next as CellKind);
            setRetardanceNm(cellKinds.find(({ key }) => key === next)!.retardanceNm);
            setTried({});
          }}
          className="mt-1 flex flex-wrap gap-1.5"
        >
          {cellKinds.map(({ key, title, what }) => (
            <RadioGroup.Item
              key={key}
              value={key}
              title={term(what)}
              className="control border-soft px-3 font-normal data-[state=checked]:bg-ink data-[state=checked]:text-on-ink"
            >
              {term(title)}
            </RadioGroup.Item>
          ))}
        </RadioGroup.Root>
        <RadioGroup.Root
          aria-label={t("picture-you-want")}
          value={wanted}
          onValueChange={(next) => setWanted(next as CellOptics["sense"])}
          className="mt-1.5 flex flex-wrap gap-1.5"
        >
          {senses.map(({ sense, label }) => (
            <RadioGroup.Item
              key={sense}
              value={sense}
              className="control border-soft px-3 font-normal data-[state=checked]:bg-ink data-[state=checked]:text-on-ink"
            >
              {label}
            </RadioGroup.Item>
          ))}
        </RadioGroup.Root>
      </div>
      <div className="side:col-start-2">
        <p data-testid="look">
          {t("contrast-unlit-lit", {
            sense: now.sense === "positive" ? t("dark-on-light") : t("light-on-dark"),
            contrast: now.contrast < 10 ? now.contrast.toFixed(1) : now.contrast.toFixed(0),
            unlit: now.off.tint,
            lit: now.on.tint,
          })}
        </p>
        <div
          role="group"
          aria-label={t("every-angle-of-the-film", { film })}
          className="mt-2 flex h-12 w-full touch-none border border-soft"
          onPointerDown={(event) => {
            const { left, width } = event.currentTarget.getBoundingClientRect();
            const share = Math.min(0.999, Math.max(0, (event.clientX - left) / width));
            turn(film, 180 * share);
          }}
        >
          {Array.from({ length: sweep.length }, (_, i) => {
            const axisDeg = (i * 180) / sweep.length;
            const row =
              sweep[Math.round(foldDeg(axisDeg - directorDeg) / (180 / sweep.length)) % sweep.length]!;
            return (
              <span key={i} className="flex flex-1 flex-col">
                <span className="flex-1" style={{ background: row.off.srgb }} />
                <span className="h-4" style={{ background: row.on.srgb }} />
              </span>
            );
          })}
        </div>
        <div aria-hidden className="relative h-5">
          <span
            className="absolute -translate-x-1/2 text-ink"
            style={{ left: `${(axes[film] / 180) * 100}%` }}
          >
            ▲
          </span>
        </div>
        <div className="mt-2" data-testid="advice">
          {advice.sentences.map((sentence) => (
            <p key={sentence}>{sentence}</p>
          ))}
        </div>
        {advice.mend && (advice.isInverted || advice.isWeak) && (
          <button
            type="button"
            className="control mt-2"
            onClick={() => turn(film, inPanel(advice.mend!.toDeg))}
          >
            {t("set-this-angle")}
          </button>
        )}
        <DialSlider
          label={t("retardance-of-the-cell")}
          value={retardanceNm}
          min={200}
          max={1_500}
          step={5}
          shown={<Figure value={retardanceNm} unit="nm" />}
          text={t("nanometres", { retardanceNm })}
          onChange={setRetardanceNm}
        />
        <CellFromPhotos
          frontDeg={axes.front}
          directorDeg={directorDeg}
          onFound={(cell) => {
            const near = cellKinds
              .filter((one) => one.twistDeg === cell.twistDeg)
              .sort(
                (a, b) =>
                  Math.abs(a.retardanceNm - cell.retardanceNm) - Math.abs(b.retardanceNm - cell.retardanceNm),
              )[0]!;
            setKind(near.key);
            setRetardanceNm(Math.round(cell.retardanceNm));
            setTried({ ...tried, rear: foldDeg(cell.rearDeg + directorOf(near, film, measuredDeg)) });
          }}
        />
        <details className="mt-1">
          <summary className="min-h-12 content-center">{t("where-it-goes-wrong")}</summary>

          <p>
            {t("worked-out-with-a")}{" "}
            <Assumed source={t("usual-for-cells-of-this-kind-from")}>
              {t("twist", { twistDeg: Math.abs(twistDeg) })}
            </Assumed>
            {t("its-molecules-at-the-rear")}{" "}
            {measuredDeg === null ? (
              <Assumed source={t("common-practice-no-source-where-they")}>{t("at", { directorDeg })}</Assumed>
            ) : (
              t("at-by-the-makers-film", { directorDeg: Math.round(directorDeg) })
            )}
            .
          </p>
          <ul className="list-disc pl-5">
            <li>{t("a-film-that-is-turned-over-mirrors")}</li>
            <li>{t("a-rear-film-with-a-reflector-goes")}</li>
            <li>{t("both-films-replaced-set-the-rear-one")}</li>
            <li>{t("a-quarter-turn-of-one-film-inverts")}</li>
          </ul>
        </details>
      </div>
    </section>
  );
}
