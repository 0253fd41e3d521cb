import { surroundings } from "../materials/materials.ts";
import { known } from "../usual.ts";

/** What a warm panel exchanges with the air of a room, which nobody has measured on this bench: its value and its words. */
export const usualAirFilm = known(surroundings.airFilmWm2K, "W/m²K to the air");
