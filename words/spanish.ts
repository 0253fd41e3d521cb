import type { Catalogue } from "./language.ts";
import { bench } from "./es/bench.ts";
import { bond } from "./es/bond.ts";
import { camera } from "./es/camera.ts";
import { clean } from "./es/clean.ts";
import { close } from "./es/close.ts";
import { cure } from "./es/cure.ts";
import { device } from "./es/device.ts";
import { documents } from "./es/documents.ts";
import { family } from "./es/family.ts";
import { film } from "./es/film.ts";
import { frame } from "./es/frame.ts";
import { heat } from "./es/heat.ts";
import { intake } from "./es/intake.ts";
import { job } from "./es/job.ts";
import { jobs } from "./es/jobs.ts";
import { lift } from "./es/lift.ts";
import { lots } from "./es/lots.ts";
import { materials } from "./es/materials.ts";
import { newJob } from "./es/new-job.ts";
import { open } from "./es/open.ts";
import { pages } from "./es/pages.ts";
import { people } from "./es/people.ts";
import { photos } from "./es/photos.ts";
import { plan } from "./es/plan.ts";
import { practice } from "./es/practice.ts";
import { prove } from "./es/prove.ts";
import { readings } from "./es/readings.ts";
import { records } from "./es/records.ts";
import { rework } from "./es/rework.ts";
import { route } from "./es/route.ts";
import { server } from "./es/server.ts";
import { shop } from "./es/shop.ts";
import { stack } from "./es/stack.ts";
import { trade } from "./es/trade.ts";
import { work } from "./es/work.ts";
import { yields } from "./es/yield.ts";
import { terms } from "./es/terms.ts";

/** Spanish as a repair bench speaks it: short, familiar, with the field's own terms. */
export const spanish: Catalogue = {
  bench: bench,
  bond: bond,
  camera: camera,
  clean: clean,
  close: close,
  cure: cure,
  device: device,
  documents: documents,
  family: family,
  film: film,
  frame: frame,
  heat: heat,
  intake: intake,
  job: job,
  jobs: jobs,
  lift: lift,
  lots: lots,
  materials: materials,
  "new-job": newJob,
  open: open,
  pages: pages,
  people: people,
  photos: photos,
  plan: plan,
  practice: practice,
  prove: prove,
  readings: readings,
  records: records,
  rework: rework,
  route: route,
  server: server,
  shop: shop,
  stack: stack,
  trade: trade,
  work: work,
  yield: yields,
  terms: terms,
};
