import { film } from "./en/film.ts";
import { speakerOf } from "./speaker.ts";

export const t = speakerOf("film", film);
