import { trade } from "./en/trade.ts";
import { speakerOf } from "./speaker.ts";

export const t = speakerOf("trade", trade);
