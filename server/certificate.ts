/** The address of a certificate for the customer, as other devices reach it. */
export const linkAddress = (token: string, own: URL): string => new URL(`/c/${token}`, own).href;
