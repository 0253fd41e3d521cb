/** A page for whoever has its address: no other site is told of it, no machine lists it, and nothing keeps it. */
export function forItsReader({ headers }: { headers: Headers }): void {
  headers.set("cache-control", "private, no-store");
  // What is answered on it comes from this site, which a form says only to this site.
  headers.set("referrer-policy", "same-origin");
  headers.set("x-robots-tag", "noindex");
}
