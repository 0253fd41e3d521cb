import { networkInterfaces } from "node:os";

const isLoopback = (host: string) => /^(localhost|127\.|\[::1\])/.test(host);

/** An address of this machine on the network that it stands in, or null where it stands in none. */
function networkHost(): string | null {
  const addresses = Object.values(networkInterfaces()).flatMap((list) => list ?? []);
  return addresses.find(({ family, internal }) => family === "IPv4" && !internal)?.address ?? null;
}

/**
 * Where other devices reach this server: `PUBLIC_URL` where it is set, else the host by which this request came. A request from this
 * machine itself came by a name that means nothing elsewhere, so where the server listens to the network (`HOST`), the network's stands for it.
 */
export function ownAddress(request: Request, url: URL, variables: NodeJS.ProcessEnv = process.env): URL {
  if (variables.PUBLIC_URL && URL.canParse(variables.PUBLIC_URL)) return new URL(variables.PUBLIC_URL);
  const host = request.headers.get("host") ?? url.host;
  const own = new URL(`${url.protocol}//${host}`);
  const listensOutside = variables.HOST !== undefined && !isLoopback(variables.HOST);
  const outside = isLoopback(own.host) && listensOutside ? networkHost() : null;
  if (outside) own.hostname = outside;
  return own;
}

/** Where a panel under test opens its pages: on the plain port (`PANEL_PORT`) where there is one, since old browsers know no new certificate. */
export function panelAddress(request: Request, url: URL, variables: NodeJS.ProcessEnv = process.env): URL {
  const own = ownAddress(request, url, variables);
  if (!variables.PANEL_PORT) return own;
  own.protocol = "http:";
  own.port = variables.PANEL_PORT;
  return own;
}

/** The address of a certificate for the customer, as other devices reach it. */
export const linkAddress = (token: string, own: URL): string => new URL(`/c/${token}`, own).href;

/** Whether a device elsewhere could open an address. */
export const reachesOthers = (address: URL): boolean => !isLoopback(address.host);
