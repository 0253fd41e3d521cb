import { seededRandom } from "./random.ts";
import type { ScenarioJob } from "./scenario.ts";

/** Boats, kiosks and counters, all invented. */
const customers = [
  "MV Little Heron",
  "MV Oxbow",
  "MV Salt Lark",
  "Trawler Ida Wren",
  "Pilot boat Corrigan",
  "Tug Barnaby Nine",
  "Ferry Marrow Sound",
  "Ketch Plover",
  "Eastpier tickets",
  "Northgate tickets",
  "Mill Street kiosk",
  "Ferry hall kiosk",
  "Fernhill auction rooms",
  "Tolland auction rooms",
  "Grange fish counter",
  "Wick Lane deli counter",
  "Corner cheese counter",
  "Pedal & Parcel couriers",
  "Green Crate couriers",
  "Old dock engine shed",
  "Harbour office",
  "Saltmarsh rowing club",
];

const WAS_HERE = /repair ([A-Z]+-\d+)/;

interface DemoTicket {
  customer: string;
  serial: string;
  cameBack?: { code: string; what: string };
}

/** Whose devices the scenario's jobs are about; one that comes back is the same one. */
export function demoTickets(jobs: readonly ScenarioJob[]): Map<string, DemoTicket> {
  const random = seededRandom(77);
  const tickets = new Map<string, DemoTicket>();
  for (const { code, family, moves } of jobs) {
    const { complaint = "" } = moves[0]!.data as { complaint?: string };
    const because = WAS_HERE.exec(complaint)?.[1] ?? "";
    const before = tickets.get(because);
    const drawn = {
      customer: random.pick(customers),
      serial: `${family.code.replace("-", "")}-${random.whole(100_000, 999_999)}`,
    };
    const what = complaint.replace(WAS_HERE, "repair");
    tickets.set(code, before ? { ...before, cameBack: { code: because, what } } : drawn);
  }
  return tickets;
}
