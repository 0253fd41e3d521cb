/** Asked by nobody who is signed in, too early, too late or too often: the same again may go well. */
const PASSING: ReadonlySet<number> = new Set([401, 408, 425, 429]);

const isType = (contentType: string | null, type: string): boolean =>
  (contentType ?? "").toLowerCase().startsWith(type);

/** Whether an answer is this application's own account of what is wrong. */
export const isProblem = (contentType: string | null): boolean =>
  isType(contentType, "application/problem+json");

/**
 * Whether an answer is this application's own word that it will never take what was sent. A proxy's page, a network's log-in page
 * or a server that is not well says nothing of the kind: what was sent is kept and goes again.
 */
export const isRefusal = (status: number, contentType: string | null): boolean =>
  status >= 400 && status < 500 && !PASSING.has(status) && isProblem(contentType);

/** Whether an answer is this application's own word that it has done what was asked. */
export const isDone = (status: number, contentType: string | null): boolean =>
  status === 204 || (status >= 200 && status < 300 && isType(contentType, "application/json"));
