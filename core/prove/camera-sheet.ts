/** The sheet of dots that tells a camera's lens: so many along and down, so far apart, so large, mm. It fits A4 and Letter, laid across. */
export const cameraSheet = { columns: 11, rows: 8, pitchMm: 20, dotMm: 8 } as const;

/** Where its dots are from the middle of the sheet, mm, row after row. */
export function sheetDots(): { xMm: number; yMm: number }[] {
  const { columns, rows, pitchMm } = cameraSheet;
  return Array.from({ length: columns * rows }, (_, k) => ({
    xMm: ((k % columns) - (columns - 1) / 2) * pitchMm,
    yMm: (Math.floor(k / columns) - (rows - 1) / 2) * pitchMm,
  }));
}
