/** From the plate to the first cut, s. Common practice, no source. */
export const HANDLING_S = 5;
/** A card is so thick, mm: it opens the gap in which the front runs ahead. Common practice, no source. */
export const CARD_MM = 0.5;
/** How fast a card goes on along a strip, mm/s. Assumed, until a bench has timed its own. */
export const CARD_MM_S = 4;
