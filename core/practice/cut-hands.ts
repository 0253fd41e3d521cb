import { everyNth, FRAMES_PER_S, held, type Exercise, type PracticePlace } from "./exercise.ts";
import {
  cutAtRest,
  cutBegun,
  cutHand,
  cutOf,
  cutStep,
  cutVerdict,
  type CutHand,
  type CutState,
  type CutTruth,
  type LaidPiece,
} from "./cut.ts";
import { PAD_MM } from "./cut-tools.ts";

/** A hand rubs so fast, mm/s. */
const RUB_MM_S = 90;
/** Rows of strokes lie so near to each other, as a share of what a hand rubs down. */
const OVERLAP = 0.7;

/** Lays each piece where it shall lie, and cuts. */
function cutSo(laid: readonly LaidPiece[]): CutHand[] {
  const rest = cutAtRest();
  const placed = rest.pieces.map((_, n) => {
    const pieces = rest.pieces.map((piece, k) =>
      k <= n ? ([...laid[k]!] as CutHand["pieces"][number]) : piece,
    );
    return { ...rest, pieces, held: n };
  });
  const last = placed.at(-1)!;
  return [...held(rest), ...placed.flatMap((hand) => held(hand)), ...held({ ...last, isCut: true })];
}

/** Rubs along ways, each pressed from its first place to its last. */
function rub(from: CutHand, ways: readonly (readonly PracticePlace[])[]): CutHand[] {
  return ways.flatMap((way) => {
    const pressed = way.slice(1).flatMap((to, k) => {
      const start = way[k]!;
      const frames = Math.max(
        1,
        Math.ceil((Math.hypot(to.xMm - start.xMm, to.yMm - start.yMm) / RUB_MM_S) * FRAMES_PER_S),
      );
      return Array.from({ length: frames }, (_, n) => ({
        ...from,
        xMm: start.xMm + ((to.xMm - start.xMm) * (n + 1)) / frames,
        yMm: start.yMm + ((to.yMm - start.yMm) * (n + 1)) / frames,
        on: true,
      }));
    });
    const last = way.at(-1)!;
    return [
      ...held({ ...from, ...way[0]!, on: true }),
      ...pressed,
      ...held({ ...from, ...last, on: true }),
      ...held({ ...from, ...last, on: false }),
    ];
  });
}

/** Rows from the edge that sticks to the one across, from the middle outwards. */
function rowsOf({ pieces: [film] }: CutTruth, { toMm = film!.widthMm + PAD_MM / 2, most = Infinity } = {}) {
  const apartMm = 2 * OVERLAP * PAD_MM;
  const many = Math.ceil(film!.heightMm / apartMm) + 1;
  const middle = film!.heightMm / 2;
  return Array.from({ length: many }, (_, n) => {
    const out = Math.ceil(n / 2) * apartMm * (n % 2 === 0 ? 1 : -1);
    const yMm = Math.max(0, Math.min(film!.heightMm, middle + out));
    return [
      { xMm: 0, yMm },
      { xMm: toMm, yMm },
    ];
  }).slice(0, most);
}

const whole = (
  truth: CutTruth,
  { laid = truth.best, ways = rowsOf(truth) }: { laid?: readonly LaidPiece[]; ways?: PracticePlace[][] } = {},
): CutHand[] => {
  const cut = cutSo(laid);
  return [...cut, ...rub({ ...cut.at(-1)! }, ways)];
};

/** A good hand: cut as film-layout lays them, rubbed down from the middle outwards. */
export const evenRub = (truth: CutTruth, times = 1): CutHand[] => everyNth(whole(truth), times);

/** The piece turned as if it were seen from its other face. */
export const mirroredCut = (truth: CutTruth, times = 1): CutHand[] =>
  everyNth(
    whole(truth, { laid: truth.best.map(([x, y, deg], n) => (n === 0 ? [x, y, -deg] : [x, y, deg])) }),
    times,
  );

/** Pieces as they come, upright. */
export const uprightCut = (truth: CutTruth, times = 1): CutHand[] =>
  everyNth(whole(truth, { laid: truth.best.map(([x, y]) => [x, y, 0]) }), times);

/** Two pieces one over the other. */
export const crossedCut = (truth: CutTruth, times = 1): CutHand[] => {
  const [first, second, third] = truth.best;
  return everyNth(whole(truth, { laid: [first!, [first![0], first![1], second![2]], third!] }), times);
};

/** The rest of the sheet is cut through: all of it moved up. */
export const wastefulCut = (truth: CutTruth, times = 1): CutHand[] => {
  const upMm = truth.sheet.heightMm - truth.bestMm - 3;
  return everyNth(whole(truth, { laid: truth.best.map(([x, y, deg]) => [x, y - upMm, deg]) }), times);
};

/** The rim is rubbed down first: what is inside cannot leave. */
export const rimFirst = (truth: CutTruth, times = 1): CutHand[] => {
  const { widthMm, heightMm } = truth.pieces[0]!;
  const rim = [
    { xMm: 0, yMm: 0 },
    { xMm: widthMm, yMm: 0 },
    { xMm: widthMm, yMm: heightMm },
    { xMm: 0, yMm: heightMm },
  ];
  return everyNth(whole(truth, { ways: [rim] }), times);
};

/** The strokes end before the far edge. */
export const shortStrokes = (truth: CutTruth, times = 1): CutHand[] =>
  everyNth(whole(truth, { ways: rowsOf(truth, { toMm: truth.pieces[0]!.widthMm - PAD_MM - 3 }) }), times);

/** Half of it is left as it lies. */
export const halfRubbed = (truth: CutTruth, times = 1): CutHand[] =>
  everyNth(whole(truth, { ways: rowsOf(truth, { most: 2 }) }), times);

export const cut: Exercise<CutTruth, CutHand, CutState> = {
  hand: cutHand,
  drawn: cutOf,
  atRest: cutAtRest,
  begun: cutBegun,
  step: cutStep,
  verdict: cutVerdict,
  goodHand: evenRub,
};
