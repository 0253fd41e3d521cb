import { ExpirationPlugin } from "workbox-expiration";
import { matchPrecache, precacheAndRoute } from "workbox-precaching";
import { NavigationRoute, registerRoute } from "workbox-routing";
import { NetworkFirst } from "workbox-strategies";
import { isOwnPage, stamped } from "./kept-page.ts";

/** What every page is made of, with what tells one version of a file from another; written when it is built. */
declare const PRECACHE: { url: string; revision: string | null }[];
declare const self: {
  skipWaiting: () => Promise<void>;
  addEventListener: (type: "message", hear: (event: { data: unknown }) => void) => void;
};

/** A network that is there but does not answer is given up after so long, s. */
const LONGEST_S = 10;
const MOST_PAGES = 80;

precacheAndRoute(PRECACHE);

// A page comes from the server. Where that does not answer, it is shown as it was last seen here, and says so.
registerRoute(
  new NavigationRoute(
    new NetworkFirst({
      cacheName: "pages",
      networkTimeoutSeconds: LONGEST_S,
      plugins: [
        {
          // What a sheet has opened stands in the address; the page is the same.
          cacheKeyWillBeUsed: async ({ request }) => new URL(request.url).pathname,
          // Where somebody is sent away to sign in there is no page to keep.
          cacheWillUpdate: async ({ response }) => (response.status === 200 ? response : null),
          // A server whose database is away writes no page either.
          fetchDidSucceed: async ({ response }) => {
            if (response.status >= 500) throw new Error(`The server answered ${response.status}`);
            return response;
          },
          cachedResponseWillBeUsed: async ({ cachedResponse }) => cachedResponse && stamped(cachedResponse),
          handlerDidError: async () => matchPrecache("/not-seen.html"),
        },
        new ExpirationPlugin({ maxEntries: MOST_PAGES, purgeOnQuotaError: true }),
      ],
    }),
    { allowlist: [isOwnPage] },
  ),
);

// A newer version takes over when a page says that nothing is on its way.
self.addEventListener("message", ({ data }) => {
  if (data === "take over") void self.skipWaiting();
});
