import { createServer } from "node:net";
import path from "node:path";
import { pathToFileURL } from "node:url";

const isFree = (port: number) =>
  new Promise<boolean>((resolve) => {
    const probe = createServer();
    probe.once("error", () => resolve(false));
    probe.listen(port, "127.0.0.1", () => probe.close(() => resolve(true)));
  });

/** The first free port from here upwards. */
export async function freePortFrom(port: number): Promise<number> {
  for (let candidate = port; candidate < port + 200; candidate += 1) {
    if (await isFree(candidate)) return candidate;
  }
  throw new Error(`No free port from ${port} to ${port + 199}.`);
}

/** Serves the built application in this process, with HOST, PORT and DATABASE_URL from the environment. */
export async function serveBuilt(): Promise<void> {
  // React's development half is several times slower, and is what it takes where nobody says otherwise.
  process.env.NODE_ENV = "production";
  await import(pathToFileURL(path.resolve("dist/server/entry.mjs")).href);
}
