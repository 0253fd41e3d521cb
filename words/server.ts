import { server } from "./en/server.ts";
import { speakerOf } from "./speaker.ts";

export const t = speakerOf("server", server);
