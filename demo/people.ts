import type { DemoPerson } from "../server/access/sign-in.ts";

/** Who works in the demo workshop, one of each role at least, with the proofs that the demo tells everybody. */
export const demoPeople: DemoPerson[] = [
  { key: "tove", name: "Tove", role: "owner", digits: "2718", passphrase: "gulls over the wharf" },
  { key: "imre", name: "Imre", role: "lead", digits: "5772", passphrase: "ropes dry by the door" },
  { key: "saskia", name: "Saskia", role: "technician", digits: "1414", passphrase: null },
  { key: "noor", name: "Noor", role: "technician", digits: "6626", passphrase: null },
  { key: "bram", name: "Bram", role: "technician", digits: "8314", passphrase: null },
  { key: "linus", name: "Linus", role: "technician", digits: "9109", passphrase: null },
  { key: "odile", name: "Odile", role: "desk", digits: null, passphrase: "tide table on the wall" },
  { key: "anselm", name: "Anselm", role: "reader", digits: null, passphrase: "numbers in a blue book" },
];

/** The demo owner's authenticator; it is no secret. */
export const DEMO_TOTP = "JBSWY3DPEHPK3PXPJBSWY3DPEHPK3PXP";
