import { holds, type DeviceFact } from "./facts.ts";
import type { Scene } from "./scene.ts";

/** What is read, seen or said in between: it touches no device, and the work stays where it is. */
const inBetween: ReadonlySet<string> = new Set([
  "noted",
  "reading-taken",
  "reading-corrected",
  "photo-added",
  "wedge-read",
  "wire-read",
  "stack-found",
  "photo-inspected",
  "panel-tested",
  "profile-read",
  "bubble-marked",
  "bubble-settled",
  "residue-marked",
  "residue-cleared",
  "held",
  "released",
  "handed-over",
  "signed-for",
]);

export const staysAt = (kind: string): boolean => inBetween.has(kind);

/** What may be told at any time: it stops, explains or answers for something, and touches no device. */
const always: ReadonlySet<string> = new Set([...inBetween, "job-opened", "trouble-settled"]);

/** What makes things safe is never held up by a question that is open. */
const makesSafe: ReadonlySet<string> = new Set([
  "soak-ended",
  "lamp-off",
  "chamber-off",
  "laminator-off",
  "switched-off",
  "unplugged",
]);

/** What belongs to the intake: nothing is agreed yet. */
const beforeAgreeing: ReadonlySet<string> = new Set([
  "surveyed",
  "damage-marked",
  "damage-drawn",
  "function-tried",
  "question-answered",
  "agreed",
]);

/** What puts a device together and hands it over, once the customer has said no. */
const putsBack: ReadonlySet<string> = new Set([
  "screws-returned",
  "screw-missed",
  "screw-found",
  "connector-joined",
  "part-put-back",
  "supply-joined",
  "casing-shut",
  "squeeze-started",
  "squeeze-ended",
  "isolated",
  "found-dead",
  "inside-wiped",
  "liner-peeled",
  "liners-counted",
  "outside-cleaned",
  "customer-told",
  "certificate-signed",
  "heat-put-away",
  "ended",
]);

const goingOn = new WeakMap<Scene["state"]["intake"], boolean>();

/** Whether nothing at all stands in the way of hands: kept for the intake's slot, on which alone it depends. */
export function isGoingOn(scene: Scene): boolean {
  const { intake } = scene.state;
  const known = goingOn.get(intake);
  if (known !== undefined) return known;
  const is = guardsOf("strip-cut").every((fact) => holds(scene, fact));
  goingOn.set(intake, is);
  return is;
}

/** What every move of a kind needs beside its own needs: the job open and released, no trouble unsettled, the customer's word. */
export function guardsOf(kind: string): readonly DeviceFact[] {
  if (kind === "job-opened") return [];
  if (always.has(kind)) return [{ is: "still-open" }];
  if (makesSafe.has(kind)) return [{ is: "still-open" }];
  const going: DeviceFact[] = [{ is: "still-open" }, { is: "released" }, { is: "trouble-settled" }];
  if (beforeAgreeing.has(kind)) return going;
  return [...going, { is: "agreed" }, ...(putsBack.has(kind) ? [] : ([{ is: "going-ahead" }] as const))];
}
