import { loadAgain } from "./load-again.ts";

/** Who has to show who they are, by key, or anybody; for a signature, even where they are signed in. */
export interface SignInAsked {
  who: string | null;
  sign: boolean;
}

/**
 * Asks over the page who is there, once at a time: whether somebody has signed in. Where nothing was `asked`, somebody wants to change that
 * themselves. For an `entry` of a queue it is asked once, and not waited for: it goes by itself once somebody has.
 */
export const signInHere = async (asked: SignInAsked | null, entry?: string): Promise<boolean> =>
  (await loadAgain(() => import("../islands/sign-in/SignInDialog.tsx"))).signInHere(asked, entry);
