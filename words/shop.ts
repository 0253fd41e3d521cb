import { shop } from "./en/shop.ts";
import { speakerOf } from "./speaker.ts";

export const t = speakerOf("shop", shop);
