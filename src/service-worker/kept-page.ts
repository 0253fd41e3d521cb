/**
 * Pages that a browser keeps: not what is asked by programs, nor what panels under test and customers open; and none that shows people's data or
 * asks who somebody is, since whoever holds the tablet next would see it.
 */
export const isOwnPage =
  /^\/(?!api\/|(?:p|people|customers|records|sign-in|join)(?:[/?]|$)|c\/|healthz|readyz|.*\.\w+(?:$|\?))/;

/** A page that is shown as it was kept says from when it is. */
export async function stamped(kept: Response): Promise<Response> {
  const text = await kept.text();
  const asOf = kept.headers.get("date") ?? "";
  const headers = new Headers(kept.headers);
  headers.delete("content-length");
  headers.delete("content-encoding");
  return new Response(text.replace("<html ", `<html data-kept="${asOf.replace(/[^\w:, +]/g, "")}" `), {
    status: kept.status,
    headers,
  });
}
