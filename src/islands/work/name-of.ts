import type { Technician } from "../../../server/store/technicians.ts";

/** A technician's name by the key; the key where nobody has it. */
export const nameOf = (technicians: readonly Technician[], who: string): string =>
  technicians.find(({ key }) => key === who)?.name ?? who;
