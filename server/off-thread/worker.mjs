// The beginning of a thread that runs the sources as they are: plain JavaScript, for TypeScript is understood from here on.
import { register } from "tsx/esm/api";

register();
export default (await import("./dispatch.ts")).default;
