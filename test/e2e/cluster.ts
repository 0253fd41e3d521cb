import { openWorkshopCluster } from "../../scripts/workshop.ts";

/** Plays the demo once, for the workshops of all workers. */
export default async function openCluster(): Promise<() => Promise<void>> {
  const cluster = await openWorkshopCluster(Date.now());
  process.env.HALF_LIFT_CLUSTER = cluster.root;
  return cluster.stop;
}
