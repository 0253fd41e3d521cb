import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { openWorkshopCluster } from "../../scripts/workshop.ts";

/** Plays the demo once, for the workshops of all workers, and makes the place where they note what they have looked at. */
export default async function openCluster(): Promise<() => Promise<void>> {
  const cluster = await openWorkshopCluster(Date.now());
  process.env.HALF_LIFT_CLUSTER = cluster.root;
  const looked = mkdtempSync(path.join(tmpdir(), "half-lift-looked-"));
  process.env.HALF_LIFT_LOOKED = looked;
  return async () => {
    rmSync(looked, { recursive: true });
    await cluster.stop();
  };
}
