import type { Scene } from "../device/scene.ts";
import { message, type Message } from "../job/message.ts";

/** A glue that is not in the stack cannot have been measured on it. */
export const glueFault = ({ family }: Scene, { glue }: { glue: string }): Message | null =>
  family.stack.some(({ material }) => material === glue)
    ? null
    : message("fault.glue-not-in-stack", { glue, family: family.code });
