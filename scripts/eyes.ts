import { defectKinds, type DefectKind, type Lighting } from "../core/prove/defects.ts";
import { usualAcceptance, type AcceptanceRow } from "../core/prove/acceptance.ts";
import { judge } from "../core/prove/judge.ts";
import { verdictOf, type LookVerdict } from "../core/prove/look.ts";
import { lookThrough } from "../core/prove/find-defects.ts";
import type { Disturbance } from "../core/prove/lit-panel.ts";
import { scatterDefects, shootPanel, usualMake } from "../core/prove/shoot-panel.ts";
import { hitsOf } from "../core/prove/simulated-camera.ts";
import { randomStream } from "../core/random.ts";

/** Seeds from here on were never looked at while the search was tuned: that was done on those below 200. */
const HELD_OUT = 50_000;
const PANEL = { widthMm: 32, heightMm: 20 };
/** The outermost part of a picture is a camera's guess, mm. */
const RIM_MM = 0.6;
const planted: readonly DefectKind[] = [
  ...["speck", "speck", "speck", "fibre", "fibre", "bubble", "bubble", "scratch", "scratch", "patch"],
] as DefectKind[];
const conditions: readonly (Disturbance | "clean")[] = [
  "clean",
  "text",
  "reflection",
  "hot",
  "smear",
  "rings",
  "mura",
  "defocus",
];

/** How often what was planted is found, and what else is called, on pictures of the simulated sensor that nothing was tuned on. */
export interface EyesMeasured {
  recall: {
    lighting: Lighting;
    fine: string;
    kind: DefectKind;
    planted: number;
    found: number;
    named: number;
  }[];
  falseCalls: { lighting: Lighting; condition: string; pictures: number; calls: number }[];
}

/** Looks through so many pictures of each kind of light and scale, half of them with defects. */
export function measureEyes(pictures: number): EyesMeasured {
  const recall = new Map<string, EyesMeasured["recall"][number]>();
  const falseCalls = new Map<string, EyesMeasured["falseCalls"][number]>();
  for (const [l, lighting] of (["white", "dark"] as const).entries())
    for (const [f, [fine, least, most]] of (
      [
        ["20 to 24 px/mm", 20, 24],
        ["10 to 14 px/mm", 10, 14],
      ] as const
    ).entries())
      for (let n = 0; n < pictures; n += 1) {
        const seed = HELD_OUT + 10_000 * l + 1_000 * f + n;
        const random = randomStream(seed);
        const isPlanted = n % 2 === 0;
        const condition = isPlanted ? "planted" : conditions[((n - 1) / 2) % conditions.length]!;
        const defects = isPlanted ? scatterDefects(seed, PANEL, planted) : [];
        const pxPerMm = least + (most - least) * random();
        const photo = shootPanel(
          {
            ...PANEL,
            pitchMm: 0.055 + 0.195 * random(),
            lighting,
            defects,
            disturbed: isPlanted || condition === "clean" ? [] : [condition as Disturbance],
            seed,
          },
          { ...usualMake(seed), pxPerMm },
        );
        const found = lookThrough(photo, pxPerMm, lighting).defects.filter(
          ({ xMm, yMm }) => Math.min(xMm, yMm, PANEL.widthMm - xMm, PANEL.heightMm - yMm) > RIM_MM,
        );
        const hits = hitsOf(defects, found);
        defects.forEach(({ kind }, i) => {
          const key = `${lighting} ${fine} ${kind}`;
          const row = recall.get(key) ?? { lighting, fine, kind, planted: 0, found: 0, named: 0 };
          const hit = found[hits[i]!];
          recall.set(key, {
            ...row,
            planted: row.planted + 1,
            found: row.found + Number(hit !== undefined),
            named: row.named + Number(hit?.kind === kind),
          });
        });
        // Parts of what was planted are no false calls.
        const calls = found.filter(
          (place, i) =>
            !hits.includes(i) &&
            defects.every((d) => Math.hypot(d.xMm - place.xMm, d.yMm - place.yMm) > d.sizeMm / 2 + 0.8),
        ).length;
        const key = `${lighting} ${condition}`;
        const row = falseCalls.get(key) ?? { lighting, condition, pictures: 0, calls: 0 };
        falseCalls.set(key, { ...row, pictures: row.pictures + 1, calls: row.calls + calls });
      }
  return {
    recall: [...recall.values()].sort((a, b) => defectKinds.indexOf(a.kind) - defectKinds.indexOf(b.kind)),
    falseCalls: [...falseCalls.values()],
  };
}

/** A shop that lets no speck of so much pass, no line and no patch, wherever it lies. */
const STRICT: readonly AcceptanceRow[] = usualAcceptance
  .filter(({ centre }) => centre === 0)
  .map((row) => ({ ...row, edge: 0 }));
const SMALL_PANEL = { widthMm: 24, heightMm: 16 };

/** How pictures with one defect each were judged that the shop refuses and the verdict claims it could have shown. */
export interface ClaimsMeasured {
  pictures: number;
  /** With a defect above the size that was claimed. */
  claimed: number;
  verdicts: Readonly<Record<LookVerdict, number>>;
  /** Passed with a refused defect above that size: what must hardly ever be. */
  passedWrongly: { seed: number; lighting: Lighting; kind: DefectKind; sizeMm: number; pxPerMm: number }[];
}

/** Looks through so many pictures with seeds `from` on, from coarse to fine, half of them disturbed, each with one defect: does what the verdict claims hold? */
export function measureClaims(pictures: number, from = HELD_OUT + 20_000): ClaimsMeasured {
  const verdicts = { pass: 0, fail: 0, "cannot tell": 0 };
  const passedWrongly: ClaimsMeasured["passedWrongly"] = [];
  let claimed = 0;
  for (let n = 0; n < pictures; n += 1) {
    const seed = from + n;
    const random = randomStream(seed);
    const lighting = n % 2 === 0 ? "white" : "dark";
    const pxPerMm = 8 + 16 * random();
    const kind = defectKinds[Math.floor(n / 2) % defectKinds.length]!;
    const condition = conditions[Math.floor(conditions.length * random())]!;
    const isDisturbed = Math.floor(n / 10) % 2 === 1 && condition !== "clean";
    const [defect] = scatterDefects(seed, SMALL_PANEL, [kind]);
    const photo = shootPanel(
      {
        ...SMALL_PANEL,
        pitchMm: 0.055 + 0.195 * random(),
        lighting,
        defects: [defect!],
        disturbed: isDisturbed ? [condition] : [],
        seed,
      },
      { ...usualMake(seed), pxPerMm },
    );
    const looked = lookThrough(photo, pxPerMm, lighting);
    const { verdict, smallestMm } = verdictOf({
      ...looked,
      pxPerMm,
      isWhite: lighting === "white",
      panel: SMALL_PANEL,
      borderMm: 0,
      acceptance: STRICT,
    });
    const { xMm, yMm, sizeMm } = defect!;
    const refused = judge(
      [{ kind, xMm, yMm, areaMm2: (Math.PI * sizeMm ** 2) / 4, lengthMm: sizeMm, strength: 1 }],
      SMALL_PANEL,
      0,
      STRICT,
    );
    verdicts[verdict] += 1;
    if (refused.verdict === "pass" || sizeMm < smallestMm[kind]) continue;
    claimed += 1;
    if (verdict === "pass") passedWrongly.push({ seed, lighting, kind, sizeMm, pxPerMm });
  }
  return { pictures, claimed, verdicts, passedWrongly };
}

/** As `npm run bench` prints it. */
export function claimsText({ pictures, claimed, verdicts, passedWrongly }: ClaimsMeasured): string {
  return [
    `${pictures} pictures with one defect each: ${verdicts.fail} fail, ${verdicts["cannot tell"]} cannot tell, ${verdicts.pass} pass`,
    `${claimed} of the defects are refused and above the size that the verdict claims: ${passedWrongly.length} of those pictures passed (${((100 * passedWrongly.length) / pictures).toFixed(1)} in 100 pictures)`,
    ...passedWrongly.map(
      ({ seed, lighting, kind, sizeMm, pxPerMm }) =>
        `  passed: ${kind} of ${sizeMm.toFixed(2)} mm on ${lighting} at ${pxPerMm.toFixed(1)} px/mm (seed ${seed})`,
    ),
  ].join("\n");
}

/** As `npm run bench` prints it. */
export function eyesText({ recall, falseCalls }: EyesMeasured): string {
  const rows = recall.map(
    ({ lighting, fine, kind, planted: of, found, named }) =>
      `${`${kind} on ${lighting}`.padEnd(20)}${fine.padEnd(16)}${String(found).padStart(4)} of ${String(of).padStart(3)} found (${((100 * found) / of).toFixed(0)} %), ${named} by their name`,
  );
  const others = falseCalls.map(
    ({ lighting, condition, pictures, calls }) =>
      `${`${condition} on ${lighting}`.padEnd(24)}${calls} false calls on ${pictures} pictures (${(calls / pictures).toFixed(2)} each)`,
  );
  const all = falseCalls.reduce(
    (sum, { calls, pictures }) => ({ calls: sum.calls + calls, pictures: sum.pictures + pictures }),
    {
      calls: 0,
      pictures: 0,
    },
  );
  return [
    ...rows,
    ...others,
    `together ${(all.calls / Math.max(1, all.pictures)).toFixed(2)} false calls a picture`,
  ].join("\n");
}
