/** A4, mm. */
export const PAGE = { widthMm: 210, heightMm: 297 };

/** A sheet of labels: so many across and down, each so large, from the page's left and top, so far from one to the next. */
export interface LabelSheet {
  id: string;
  across: number;
  down: number;
  widthMm: number;
  heightMm: number;
  leftMm: number;
  topMm: number;
  stepXMm: number;
  stepYMm: number;
}

/** Sheets of labels on A4 as stationers sell them. Sizes: common practice, no source; print one on plain paper first. */
export const labelSheets: readonly LabelSheet[] = [
  {
    id: "24",
    across: 3,
    down: 8,
    widthMm: 70,
    heightMm: 37,
    leftMm: 0,
    topMm: 0.5,
    stepXMm: 70,
    stepYMm: 37,
  },
  {
    id: "21",
    across: 3,
    down: 7,
    widthMm: 63.5,
    heightMm: 38.1,
    leftMm: 7.25,
    topMm: 15.15,
    stepXMm: 66,
    stepYMm: 38.1,
  },
  {
    id: "65",
    across: 5,
    down: 13,
    widthMm: 38.1,
    heightMm: 21.2,
    leftMm: 4.75,
    topMm: 10.7,
    stepXMm: 40.6,
    stepYMm: 21.2,
  },
];

/** So many labels a sheet has. */
export const labelsOn = ({ across, down }: LabelSheet): number => across * down;

/** Where a label lies: on which page, and its left and top, mm. */
export interface LabelPlace {
  page: number;
  xMm: number;
  yMm: number;
}

/**
 * Where so many labels lie, row by row, the first on the place `first` of the first sheet, from 1: a sheet that was begun is used up.
 *
 * @example
 * labelPlaces(labelSheets[0], 1, 4)[0] // { page: 0, xMm: 0, yMm: 37.5 }
 */
export function labelPlaces(sheet: LabelSheet, many: number, first = 1): LabelPlace[] {
  const each = labelsOn(sheet);
  return Array.from({ length: many }, (_, k) => {
    const at = first - 1 + k;
    const onPage = at % each;
    return {
      page: Math.floor(at / each),
      xMm: sheet.leftMm + (onPage % sheet.across) * sheet.stepXMm,
      yMm: sheet.topMm + Math.floor(onPage / sheet.across) * sheet.stepYMm,
    };
  });
}
