import { z } from "zod";
import { bounded, temperatureC } from "../units.ts";

/** A temperature at the joint, and when, from the start of the profile. */
export const reflowReading = z.strictObject({ timeS: bounded(0, 86_400), temperatureC: temperatureC() });
