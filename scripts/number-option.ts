/** A number that was given on the command line; one out of bounds ends the program and says which. */
export function numberOption(name: string, given: string, least: number, most: number): number {
  const value = Number(given);
  if (value >= least && value <= most) return value;
  console.error(`--${name} is "${given}": it must be from ${least} to ${most}`);
  process.exit(1);
}
