import { defectKinds, type DefectKind, type Lighting } from "../core/prove/defects.ts";
import { usualAcceptance, type AcceptanceRow } from "../core/prove/acceptance.ts";
import { judge } from "../core/prove/judge.ts";
import { sharpPxPerMm, smallestSeen, verdictOf, type LookVerdict } from "../core/prove/look.ts";
import { lookThrough } from "../core/prove/find-defects.ts";
import { findPanel } from "../core/prove/find-panel.ts";
import { inspectPhoto } from "../core/prove/inspect-photo.ts";
import type { Disturbance, PanelDefect } from "../core/prove/lit-panel.ts";
import { lyingOnBench, photographPanel, shootPanel, usualMake } from "../core/prove/shoot-panel.ts";
import { hitsOf, plantedMm, scatterDefects } from "../core/prove/planted.ts";
import { apartPx } from "../core/prove/square-up.ts";
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

/** How many places were found where nothing was planted; parts of what was planted are no false calls. */
const strayCalls = (
  found: readonly { xMm: number; yMm: number }[],
  defects: readonly PanelDefect[],
  hits: readonly number[],
): number =>
  found.filter(
    (place, i) =>
      !hits.includes(i) &&
      defects.every((d) => Math.hypot(d.xMm - place.xMm, d.yMm - place.yMm) > d.sizeMm / 2 + 0.8),
  ).length;

/** How often what was planted is found, and what else is called, on pictures of the simulated sensor that nothing was tuned on. */
export interface EyesMeasured {
  recall: {
    lighting: Lighting;
    fine: string;
    kind: DefectKind;
    planted: number;
    found: number;
    named: number;
    /** Of those as large as the verdict claims to show. */
    claimed: number;
    claimedFound: number;
  }[];
  /** The same by size and by how far the panel's cells lie apart, at all scales. */
  bands: { lighting: Lighting; kind: DefectKind; band: string; planted: number; found: number }[];
  falseCalls: { lighting: Lighting; condition: string; pictures: number; calls: number }[];
}

/** Which half of the sizes that are planted of a kind, by their ratio. */
const sizeBand = ({ kind, sizeMm }: PanelDefect): string => {
  const [least, most] = plantedMm[kind];
  const middle = Math.sqrt(least * most);
  return sizeMm < middle ? `below ${middle.toFixed(2)} mm` : `from ${middle.toFixed(2)} mm`;
};
/** Cells nearer to one another than this are as on a phone, mm. */
const FINE_PITCH_MM = 0.12;
const pitchBand = (pitchMm: number) =>
  pitchMm < FINE_PITCH_MM ? `cells below ${FINE_PITCH_MM} mm` : `cells from ${FINE_PITCH_MM} mm`;

/** Looks through so many pictures of each kind of light and scale, half of them with defects. */
export function measureEyes(pictures: number): EyesMeasured {
  const recall = new Map<string, EyesMeasured["recall"][number]>();
  const bands = new Map<string, EyesMeasured["bands"][number]>();
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
        const pitchMm = 0.055 + 0.195 * random();
        const photo = shootPanel(
          {
            ...PANEL,
            pitchMm,
            lighting,
            defects,
            disturbed: isPlanted || condition === "clean" ? [] : [condition as Disturbance],
            seed,
          },
          { ...usualMake(seed), pxPerMm },
        );
        const smallest = smallestSeen(pxPerMm, lighting === "white");
        const found = lookThrough(photo, pxPerMm, lighting).defects.filter(
          ({ xMm, yMm }) => Math.min(xMm, yMm, PANEL.widthMm - xMm, PANEL.heightMm - yMm) > RIM_MM,
        );
        const hits = hitsOf(defects, found);
        defects.forEach(({ kind, sizeMm }, i) => {
          const key = `${lighting} ${fine} ${kind}`;
          const none = { planted: 0, found: 0, named: 0, claimed: 0, claimedFound: 0 };
          const row = recall.get(key) ?? { lighting, fine, kind, ...none };
          const hit = found[hits[i]!];
          const isClaimed = sizeMm >= smallest[kind];
          recall.set(key, {
            ...row,
            planted: row.planted + 1,
            found: row.found + Number(hit !== undefined),
            named: row.named + Number(hit?.kind === kind),
            claimed: row.claimed + Number(isClaimed),
            claimedFound: row.claimedFound + Number(isClaimed && hit !== undefined),
          });
        });
        defects.forEach((defect, i) => {
          for (const band of [sizeBand(defect), pitchBand(pitchMm)]) {
            const key = `${defect.kind} ${lighting} ${band}`;
            const row = bands.get(key) ?? { lighting, kind: defect.kind, band, planted: 0, found: 0 };
            bands.set(key, { ...row, planted: row.planted + 1, found: row.found + Number(hits[i]! >= 0) });
          }
        });
        const calls = strayCalls(found, defects, hits);
        const key = `${lighting} ${condition}`;
        const row = falseCalls.get(key) ?? { lighting, condition, pictures: 0, calls: 0 };
        falseCalls.set(key, { ...row, pictures: row.pictures + 1, calls: row.calls + calls });
      }
  return {
    recall: [...recall.values()].sort((a, b) => defectKinds.indexOf(a.kind) - defectKinds.indexOf(b.kind)),
    bands: [...bands.values()].sort(
      (a, b) => defectKinds.indexOf(a.kind) - defectKinds.indexOf(b.kind) || a.band.localeCompare(b.band),
    ),
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

/** What photos of panels that lie askew on a bench show, found and squared up by the product itself. */
export interface PhotosMeasured {
  photos: number;
  /** In which no panel was found. */
  lost: number;
  /** Of the corners that were found, from where they are, px. */
  farthestPx: number;
  /** Of what is as large as the verdict claims to show, by light. */
  claimed: Record<"white" | "dark", { planted: number; found: number }>;
  falseCalls: number;
}

const FRAMED = { widthMm: 40, heightMm: 26 };
const FRAME_MM = 3;

/** Looks through so many photos of a panel with a border, askew, 10 to 20 px/mm, every third one clean. */
export function measurePhotos(photos: number, from = HELD_OUT + 30_000): PhotosMeasured {
  const claimed = { white: { planted: 0, found: 0 }, dark: { planted: 0, found: 0 } };
  let [lost, farthestPx, falseCalls] = [0, 0, 0];
  const inner = { widthMm: FRAMED.widthMm - 2 * FRAME_MM, heightMm: FRAMED.heightMm - 2 * FRAME_MM };
  for (let n = 0; n < photos; n += 1) {
    const seed = from + n;
    const random = randomStream(seed);
    const lighting = n % 2 === 0 ? "white" : "dark";
    const pxPerMm = 10 + 10 * random();
    const kinds: DefectKind[] = n % 3 === 2 ? [] : ["speck", "speck", "fibre", "bubble", "scratch"];
    const defects = scatterDefects(seed, inner, kinds).map((defect) => ({
      ...defect,
      xMm: defect.xMm + FRAME_MM,
      yMm: defect.yMm + FRAME_MM,
    }));
    const pitchMm = 0.055 + 0.195 * random();
    const lies = lyingOnBench(seed, FRAMED, pxPerMm);
    const photo = photographPanel({
      panel: { ...FRAMED, pitchMm, lighting, defects, disturbed: [], seed },
      make: usualMake(seed),
      borderMm: FRAME_MM,
      bench: { level: 0.08 + 0.2 * random(), slope: 0.06 * random() },
      ...lies,
    });
    const corners = findPanel(photo);
    if (!corners) {
      lost += 1;
      continue;
    }
    farthestPx = Math.max(farthestPx, ...corners.map((corner, k) => apartPx(corner, lies.corners[k]!)));
    const looked = inspectPhoto({
      photo,
      corners,
      panel: FRAMED,
      borderMm: FRAME_MM,
      windows: [],
      lighting,
    });
    const smallest = smallestSeen(sharpPxPerMm(looked.pxPerMm, looked.blurMm), lighting === "white");
    const hits = hitsOf(defects, looked.defects);
    defects.forEach(({ kind, sizeMm }, i) => {
      if (sizeMm < smallest[kind]) return;
      claimed[lighting].planted += 1;
      claimed[lighting].found += Number(hits[i]! >= 0);
    });
    falseCalls += strayCalls(looked.defects, defects, hits);
  }
  return { photos, lost, farthestPx, claimed, falseCalls };
}

/** As `npm run bench` prints it. */
export function photosText({ photos, lost, farthestPx, claimed, falseCalls }: PhotosMeasured): string {
  const shares = Object.entries(claimed).map(
    ([lighting, { planted: of, found }]) => `on ${lighting} ${found} of ${of}`,
  );
  return `${lost} not found, corners at most ${farthestPx.toFixed(2)} px off; of what is as large as the look claims to show: ${shares.join(", ")}; ${falseCalls} false calls (${(falseCalls / photos).toFixed(2)} each)`;
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
export function eyesText({ recall, bands, falseCalls }: EyesMeasured): string {
  const rows = recall.map(
    ({ lighting, fine, kind, planted: of, found, named, claimed, claimedFound }) =>
      `${`${kind} on ${lighting}`.padEnd(20)}${fine.padEnd(16)}${String(found).padStart(4)} of ${String(of).padStart(3)} found (${((100 * found) / of).toFixed(0)} %), ${named} by their name; ${claimedFound} of ${claimed} as large as is claimed`,
  );
  const banded = bands.map(
    ({ lighting, kind, band, planted: of, found }) =>
      `${`${kind} on ${lighting}`.padEnd(20)}${band.padEnd(20)}${String(found).padStart(4)} of ${String(of).padStart(3)} found`,
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
  const hits = recall.reduce((sum, { found }) => sum + found, 0);
  return [
    ...rows,
    ...banded,
    ...others,
    `together ${(all.calls / Math.max(1, all.pictures)).toFixed(2)} false calls a picture; ${((100 * hits) / Math.max(1, hits + all.calls)).toFixed(1)} % of what is called is a defect (precision)`,
  ].join("\n");
}
