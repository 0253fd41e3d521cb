/** How long until what did not come is asked for again, ms. */
const AGAIN_MS = 2_000;

/**
 * Loads something that the page wants: a part of itself, or what it is behind with. Where the server does not answer it is asked for again
 * until it does: the page goes on with all that it has.
 */
export async function loadAgain<Part>(load: () => Promise<Part>): Promise<Part> {
  for (;;) {
    try {
      return await load();
    } catch {
      await new Promise((resolve) => setTimeout(resolve, AGAIN_MS));
    }
  }
}
