/** One screen of each kind that is not a job at work. */
export const places = [
  "/",
  "/jobs/new",
  "/jobs/import",
  "/jobs/GW-1158/quotation",
  "/jobs/GW-1151/quotation",
  "/families",
  "/families/new",
  "/families/import",
  "/families/TK-5/edit",
  "/film",
  "/lots",
  "/shop",
  "/families/PH-10",
  "/nowhere",
  "/jobs/GW-1154/sheet",
  "/jobs/GW-1001",
  "/jobs/GW-1161/certificate",
  "/c/nothing",
  "/jobs/GW-1162?stage=lift",
];

/** The job screen at every stage, and held. */
export const stages = [
  "1151",
  "1152",
  "1154",
  "1155",
  "1156",
  "1157",
  "1158",
  "1159",
  "1160",
  "1161",
  "1162",
  "1164",
].map((number) => `/jobs/GW-${number}`);
