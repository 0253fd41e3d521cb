import { useState } from "react";
import { v4 as uuid } from "uuid";
import type { RepairRoute } from "../../../core/device/routes.ts";
import type { Technician } from "../../../server/store/technicians.ts";
import type { WorkSummary } from "../../../server/store/work.ts";
import { askServer } from "../../ui/ask-server.ts";
import {
  PreferencesContext,
  setPreference,
  useStoredPreferences,
  type Preferences,
} from "../../ui/preferences.ts";

interface Offered {
  code: string;
  name: string;
  wayIn: string;
  routes: RepairRoute[];
}

const routeWords: Record<RepairRoute, string> = {
  layer: "Layer only",
  "glass-sensor": "Glass with sensor",
  film: "Film",
  backlight: "Backlight",
  assembly: "Whole assembly",
  "add-on-touch": "Layer with add-on touch",
};

/** Jobs that are worked by their plan: those that are open, and a new one in a few touches. */
export function OpenWork(props: {
  open: WorkSummary[];
  families: Offered[];
  technicians: Technician[];
  suggested: string;
  preferences: Preferences;
}) {
  const preferences = useStoredPreferences(props.preferences);
  const [family, setFamily] = useState(props.families[0]!);
  const [route, setRoute] = useState<RepairRoute>(family.routes[0]!);
  const [films, setFilms] = useState("front");
  const [bondMethod, setBondMethod] = useState<"liquid" | "sheet">("liquid");
  const [complaint, setComplaint] = useState("");
  const [code, setCode] = useState(props.suggested);
  const [id] = useState(() => uuid());
  const [openingId] = useState(() => uuid());
  const [said, setSaid] = useState<string | null>(null);
  const who = preferences.who || props.technicians[0]?.key || "";

  const open = async () => {
    const result = await askServer("/api/work", "POST", {
      id,
      code,
      family: family.code,
      opening: {
        id: openingId,
        kind: "job-opened",
        version: 1,
        data: { complaint, route, films: route === "film" ? films.split(" ") : [], bondMethod },
        who,
        toldAt: new Date().toISOString(),
        device: "bench",
      },
    });
    if ("answer" in result) location.href = `/work/${code}`;
    else setSaid(result.said);
  };
  const field = "min-h-12 w-full border-2 border-ink bg-raised px-2 text-lg";
  return (
    <PreferencesContext value={preferences}>
      <main className="grid gap-6 p-5 lg:grid-cols-2">
        <section>
          <h1 className="answer">Jobs worked by their plan</h1>
          {props.open.length === 0 && <p className="mt-3">None is open. Open one at the right.</p>}
          <ul className="mt-3 max-h-[70dvh] overflow-y-auto">
            {props.open.map((job) => (
              <li key={job.code}>
                <a
                  className="flex min-h-12 items-center gap-3 border-b border-line"
                  href={`/work/${job.code}`}
                >
                  <span className="font-mono font-semibold">{job.code}</span>
                  <span>{job.name}</span>
                  <span className="text-soft">{routeWords[job.route as RepairRoute]}</span>
                </a>
              </li>
            ))}
          </ul>
        </section>
        <form
          className="flex flex-col gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            void open();
          }}
        >
          <h2 className="text-xl font-semibold">New job</h2>
          <label>
            Family
            <select
              className={field}
              value={family.code}
              onChange={({ target }) => {
                const chosen = props.families.find((f) => f.code === target.value)!;
                setFamily(chosen);
                setRoute(chosen.routes[0]!);
              }}
            >
              {props.families.map((f) => (
                <option key={f.code} value={f.code}>
                  {f.code} {f.name}, {f.wayIn}
                </option>
              ))}
            </select>
          </label>
          <label>
            Replace
            <select
              className={field}
              value={route}
              onChange={({ target }) => setRoute(target.value as RepairRoute)}
            >
              {family.routes.map((of) => (
                <option key={of} value={of}>
                  {routeWords[of]}
                </option>
              ))}
            </select>
          </label>
          {route === "film" && (
            <label>
              Films
              <select className={field} value={films} onChange={({ target }) => setFilms(target.value)}>
                <option value="front">Front</option>
                <option value="rear">Rear</option>
                <option value="front rear">Front and rear</option>
              </select>
            </label>
          )}
          {(route === "layer" || route === "add-on-touch") && (
            <label>
              Bond with
              <select
                className={field}
                value={bondMethod}
                onChange={({ target }) => setBondMethod(target.value as "liquid" | "sheet")}
              >
                <option value="liquid">Liquid adhesive</option>
                <option value="sheet">Adhesive film</option>
              </select>
            </label>
          )}
          <label>
            Complaint
            <input
              className={field}
              value={complaint}
              onChange={({ target }) => setComplaint(target.value)}
            />
          </label>
          <label>
            Code
            <input
              className={field}
              value={code}
              onChange={({ target }) => setCode(target.value.toUpperCase())}
            />
          </label>
          {preferences.who === "" && (
            <label>
              Who
              <select
                className={field}
                value={who}
                onChange={({ target }) => setPreference("who", target.value)}
              >
                {props.technicians.map(({ key, name }) => (
                  <option key={key} value={key}>
                    {name}
                  </option>
                ))}
              </select>
            </label>
          )}
          {said && (
            <p role="alert" className="border-2 border-danger px-3 py-2 whitespace-pre-line">
              {said}
            </p>
          )}
          <button
            type="submit"
            className="min-h-14 border-2 border-ink bg-ink px-5 text-xl font-semibold text-on-ink"
          >
            Open the job
          </button>
        </form>
      </main>
    </PreferencesContext>
  );
}
