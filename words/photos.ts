import { photos } from "./en/photos.ts";
import { speakerOf } from "./speaker.ts";

export const t = speakerOf("photos", photos);
