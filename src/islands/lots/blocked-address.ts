/** Where a lot is blocked, and let be used again. */
export const blockedAddress = (lot: string): string => `/api/lots/blocked/${encodeURIComponent(lot)}`;
