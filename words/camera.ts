import { camera } from "./en/camera.ts";
import { speakerOf } from "./speaker.ts";

export const t = speakerOf("camera", camera);
