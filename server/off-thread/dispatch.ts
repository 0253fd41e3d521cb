import * as tasks from "./tasks.ts";

/** What a thread is asked: which task, and with what. */
export default ({ task, asked }: { task: keyof typeof tasks; asked: never }): unknown => tasks[task](asked);
