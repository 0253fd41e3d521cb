import type { Outline } from "../stack/panel-geometry.ts";

/** The laminator's program until something is chosen. Common practice, no source: the film's maker says better. */
export const laminator = {
  usual: { vacuumMbar: 5, pressKpa: 300, laminateC: 45, laminateS: 60 },
  vacuumMbar: { min: 0.1, max: 1_013 },
  pressKpa: { min: 10, max: 1_500 },
  laminateC: { min: 15, max: 90 },
  laminateS: { min: 5, max: 1_800 },
} as const;
export type LaminatorSetting = keyof typeof laminator.usual;

/** A film is cut larger than the glass by so much at each side and trimmed flush, mm. Common practice, no source. */
export const OVERSIZE_MM = 1;

/** The piece of adhesive film that a glass wants, before it is trimmed. */
export const adhesiveFilmSize = ({ widthMm, heightMm }: Outline, oversizeMm = OVERSIZE_MM) => ({
  widthMm: widthMm + 2 * oversizeMm,
  heightMm: heightMm + 2 * oversizeMm,
});

export const programOfLaminator = (
  settings: Partial<Record<string, number>> = {},
): Record<LaminatorSetting, number> => ({
  vacuumMbar: settings.vacuumMbar ?? laminator.usual.vacuumMbar,
  pressKpa: settings.pressKpa ?? laminator.usual.pressKpa,
  laminateC: settings.laminateC ?? laminator.usual.laminateC,
  laminateS: settings.laminateS ?? laminator.usual.laminateS,
});
