/** A name as a key: its letters and digits in lower case, accents taken off, hyphens between. */
export const keyOf = (name: string): string =>
  name
    .normalize("NFKD")
    .toLowerCase()
    .replace(/[\u0300-\u036f]/g, "")
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-+|-+$/g, "");
