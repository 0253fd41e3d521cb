import { createHash } from "node:crypto";
import { existsSync, readdirSync, readFileSync, statSync } from "node:fs";
import path from "node:path";

function* filesIn(place: string): Generator<string> {
  if (!existsSync(place)) return;
  if (statSync(place).isFile()) yield place;
  else for (const name of readdirSync(place).sort()) yield* filesIn(path.join(place, name));
}

/**
 * A hash of all files in some folders, with their paths; a place may be a file too, and one that is not there counts as empty.
 *
 * @param isMeant which files count; all of them where nothing is said
 */
export function hashFiles(
  places: readonly string[],
  isMeant: (file: string) => boolean = () => true,
): string {
  const hash = createHash("sha256");
  for (const place of places)
    for (const file of filesIn(place))
      if (isMeant(file)) hash.update(file).update("\0").update(readFileSync(file)).update("\0");
  return hash.digest("hex");
}
