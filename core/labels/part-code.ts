/**
 * What a part's label says for its code.
 *
 * @example
 * partCode({ job: "GW-1160", part: "back-cover" }) // "GW-1160/back-cover"
 */
export const partCode = ({ job, part }: { job: string; part: string }): string => `${job}/${part}`;
