import { findCalculation, runCalculation } from "../../core/calculations.ts";
import type { ToChoose } from "../../core/device/choice-asked.ts";
import { chooseHeat } from "../../core/lift/choose-heat.ts";
import { sceneAtStart } from "../../core/device/start.ts";
import { exampleFamilies } from "../../core/stack/examples.ts";
import { chooseAsked } from "../../core/device/choose.ts";
import type { Scene } from "../../core/device/scene.ts";
import { verifyChoice } from "../../core/device/verify-choice.ts";
import { describeFaults, type Fault } from "../../core/faults.ts";
import type { Message } from "../../core/job/message.ts";
import { practiceAttempt, type PracticeAttempt } from "../../core/practice/attempt-sent.ts";
import { played } from "../../core/practice/exercise.ts";
import { exerciseNamed } from "../../core/practice/exercises.ts";
import type { Ended } from "../store/practice.ts";
import type { Face } from "../../core/prove/panel-face.ts";
import type { PanelReport, PanelTested } from "../../core/prove/panel-test.ts";
import { OutlineRefused, readOutline, type ReadOutline } from "../formats/outline-file.ts";
import { reportedTest } from "../panel-test/reported.ts";
import { parseJson } from "../problem.ts";

/** What a calculation came to: its result as JSON text, so that neither reading nor writing it keeps the server; or what is wrong. */
export type Calculated = { json: string } | { notJson: string } | { faults: Fault[] };

/** Runs a calculation of the registry on a body as it was sent. */
export function calculate({ name, bytes }: { name: string; bytes: Uint8Array }): Calculated {
  const read = parseJson(bytes);
  if ("notJson" in read) return read;
  const outcome = runCalculation(findCalculation(name)!, read.body);
  return outcome.faults ? { faults: outcome.faults } : { json: JSON.stringify(outcome.result) };
}

/** Reads the outline of a panel from an SVG or DXF drawing, or says why it gives none. */
export function outlineOf({ bytes }: { bytes: Uint8Array }): { read: ReadOutline } | { refused: string } {
  try {
    return { read: readOutline(new TextDecoder("utf-8").decode(bytes)) };
  } catch (error) {
    if (error instanceof OutlineRefused) return { refused: error.message };
    throw error;
  }
}

/** Works a chosen setting out again. */
export const verify = ({
  scene,
  kind,
  data,
}: {
  scene: Scene;
  kind: string;
  data: unknown;
}): Message | null => verifyChoice(scene, kind, data);

/** Works a setting out as a bench does. */
export const choose = (asked: ToChoose): unknown => chooseAsked(asked);

/** Works an example's heat out: what a thread has done once it does several times as fast. */
export function wake(): null {
  chooseHeat(sceneAtStart(exampleFamilies.back, 0), "plate");
  return null;
}

/** What a job keeps of what a panel reported. */
export const keptOf = ({
  report,
  face,
}: {
  report: PanelReport;
  face: Face;
}): { data: PanelTested } | { faults: Fault[] } => reportedTest(report, face);

/** An attempt as it was sent, without all that the hand did, and how that ended; or what is wrong with it. */
export type Practised =
  { attempt: Omit<PracticeAttempt, "hands">; ended: Ended } | { notJson: string } | { faults: Fault[] };

/** How somebody's practice ended, by what their hand did. */
export function practise({ bytes }: { bytes: Uint8Array }): Practised {
  const read = parseJson(bytes);
  if ("notJson" in read) return read;
  const parsed = practiceAttempt.safeParse(read.body);
  if (!parsed.success) return { faults: describeFaults(parsed.error, read.body) };
  const { hands, ...attempt } = parsed.data;
  const exercise = exerciseNamed(attempt.exercise);
  const { lost, end } = played(exercise, exercise.drawn(attempt.seed), hands, attempt.speed);
  return { attempt, ended: { lost, tookS: end.tS } };
}
