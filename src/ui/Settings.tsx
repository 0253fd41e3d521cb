import { Popover, ToggleGroup } from "radix-ui";
import { Moon, Settings as Gear, Sun, SunMoon } from "lucide-react";
import type { ReactNode } from "react";
import { setPreference, usePreferences } from "./preferences.ts";

function Choice<Value extends string>({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: Value;
  options: { value: Value; text: ReactNode; name: string }[];
  onChange: (value: Value) => void;
}) {
  return (
    <div className="flex items-center justify-between gap-4">
      <span aria-hidden>{label}</span>
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
            className="-ml-0.5 inline-flex min-h-12 min-w-14 items-center justify-center border-2 border-soft px-2 data-[state=on]:border-ink data-[state=on]:bg-ink data-[state=on]:text-on-ink"
          >
            {option.text}
          </ToggleGroup.Item>
        ))}
      </ToggleGroup.Root>
    </div>
  );
}

/** What is set once and seldom changed: units, and a light or a dark ground. */
export function Settings({ className = "" }: { className?: string }) {
  const { temperature, length, ground } = usePreferences();
  return (
    <Popover.Root>
      <Popover.Trigger
        className={`inline-flex min-h-12 min-w-12 items-center justify-center ${className}`}
        aria-label="Settings"
      >
        <Gear aria-hidden size={22} />
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          aria-label="Settings"
          align="end"
          sideOffset={4}
          collisionPadding={8}
          className="z-50 grid w-[min(22rem,94vw)] gap-2 border-2 border-ink bg-ground p-4"
        >
          <Choice
            label="Temperature"
            value={temperature}
            options={[
              { value: "C", text: "°C", name: "Degrees Celsius" },
              { value: "F", text: "°F", name: "Degrees Fahrenheit" },
            ]}
            onChange={(value) => setPreference("temperature", value)}
          />
          <Choice
            label="Length"
            value={length}
            options={[
              { value: "mm", text: "mm", name: "Millimetres" },
              { value: "inch", text: "in", name: "Inches" },
            ]}
            onChange={(value) => setPreference("length", value)}
          />
          <Choice
            label="Light or dark"
            value={ground}
            options={[
              { value: "day", text: <Sun aria-hidden size={20} />, name: "Day bench" },
              { value: "dark", text: <Moon aria-hidden size={20} />, name: "Dark room" },
              { value: "system", text: <SunMoon aria-hidden size={20} />, name: "As this device has it" },
            ]}
            onChange={(value) => setPreference("ground", value)}
          />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
