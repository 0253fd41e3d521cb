import { device } from "./en/device.ts";
import { speakerOf } from "./speaker.ts";

export const t = speakerOf("device", device);
