import { ToggleGroup } from "radix-ui";
import { Moon, Sun } from "lucide-react";
import { memo, type ReactNode, useState } from "react";
import type { Technician } from "../../server/store/technicians.ts";
import { OutboxMark } from "../outbox/OutboxMark.tsx";
import { AddTechnician } from "./AddTechnician.tsx";
import { setPreference, useStoredPreferences, type Preferences } from "./preferences.ts";
import { Sign } from "./Sign.tsx";
import { useMounted } from "./useMounted.ts";

function Choice<Value extends string>({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: Value | "";
  options: { value: Value; text: ReactNode; name: string }[];
  onChange: (value: Value) => void;
}) {
  return (
    <ToggleGroup.Root
      type="single"
      aria-label={label}
      value={value}
      onValueChange={(next) => next && onChange(next as Value)}
      className="inline-flex"
    >
      {options.map((option) => (
        <ToggleGroup.Item
          key={option.value}
          value={option.value}
          aria-label={option.name}
          className="-ml-0.5 inline-flex min-h-12 min-w-12 items-center justify-center border-2 border-soft px-2 data-[state=on]:border-ink data-[state=on]:bg-ink data-[state=on]:text-on-ink"
        >
          {option.text}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}

/** No technician can have this key. */
const ADD = "+";

/** The strip above every page: where to go, who is at the bench, units and ground. */
export const TopBar = memo(function TopBar({
  initial,
  technicians,
  place,
}: {
  initial: Preferences;
  technicians: Technician[];
  place: string;
}) {
  const preferences = useStoredPreferences(initial);
  const [adding, setAdding] = useState(false);
  const mounted = useMounted();
  const link = (href: string, text: string) => (
    <a
      href={href}
      aria-current={place === href ? "page" : undefined}
      className="inline-flex min-h-12 items-center px-3 underline-offset-4 aria-[current=page]:font-semibold aria-[current=page]:underline"
    >
      {text}
    </a>
  );
  return (
    <header
      aria-busy={!mounted}
      className="no-print flex flex-wrap items-center gap-x-3 gap-y-1 border-b-2 border-ink px-3 py-1 sm:px-5"
    >
      <a href="/" className="inline-flex min-h-12 items-center gap-2 text-lg font-semibold">
        <Sign /> Half Lift
      </a>
      <nav aria-label="Places" className="flex">
        {link("/", "Bench")}
        {link("/families", "Families")}
        {link("/film", "Film")}
        {link("/lots", "Lots")}
        {link("/shop", "Shop")}
      </nav>
      <div className="ml-auto flex flex-wrap items-center gap-2">
        <OutboxMark />
        <label className="flex items-center gap-2">
          <span className="text-soft">At the bench</span>
          <select
            className="min-h-12 rounded-sm border-2 border-soft bg-raised px-2 text-ink"
            value={technicians.some((person) => person.key === preferences.who) ? preferences.who : ""}
            onChange={(event) =>
              event.target.value === ADD ? setAdding(true) : setPreference("who", event.target.value)
            }
          >
            <option value="" disabled>
              nobody yet
            </option>
            {technicians.map((person) => (
              <option key={person.key} value={person.key}>
                {person.name}
              </option>
            ))}
            <option value={ADD}>Add a name</option>
          </select>
        </label>
        <AddTechnician open={adding} onClose={() => setAdding(false)} />
        <Choice
          label="Temperature"
          value={preferences.temperature}
          options={[
            { value: "C", text: "°C", name: "Degrees Celsius" },
            { value: "F", text: "°F", name: "Degrees Fahrenheit" },
          ]}
          onChange={(value) => setPreference("temperature", value)}
        />
        <Choice
          label="Length"
          value={preferences.length}
          options={[
            { value: "mm", text: "mm", name: "Millimetres" },
            { value: "inch", text: "in", name: "Inches" },
          ]}
          onChange={(value) => setPreference("length", value)}
        />
        <Choice
          label="Ground"
          value={preferences.ground === "system" ? "" : preferences.ground}
          options={[
            { value: "day", text: <Sun aria-hidden size={20} />, name: "Day bench" },
            { value: "dark", text: <Moon aria-hidden size={20} />, name: "Dark room" },
          ]}
          onChange={(value) => setPreference("ground", value)}
        />
      </div>
    </header>
  );
});
