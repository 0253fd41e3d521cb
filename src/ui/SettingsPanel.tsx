import { Moon, Sun, SunMoon } from "lucide-react";
import { ToggleGroup } from "radix-ui";
import type { ReactNode } from "react";
import { language, languageNames, languages } from "../../words/language.ts";
import { CornerPanel } from "./CornerPanel.tsx";
import { helpOf } from "./help-of.ts";
import { setPreference, stationOf, usePreferences } from "./preferences.ts";
import { speak } from "./speech.ts";
import { t } from "../../words/frame.ts";

/** Benches that a screen can stand at; more where one has a higher number already. */
const STATIONS = 12;

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

/** What is set once and seldom changed: units, a light or a dark ground, the bench at which this screen stands. */
export function SettingsPanel({ onClose }: { onClose: () => void }) {
  const preferences = usePreferences();
  const { temperature, length, ground } = preferences;
  const station = stationOf(preferences);
  return (
    <CornerPanel
      title={t("settings")}
      className="grid w-[min(22rem,94vw)] gap-2 p-4 max-sm:top-2"
      onClose={onClose}
    >
      <Choice
        label={t("language")}
        value={language()}
        options={languages.map((value) => ({
          value,
          text: languageNames[value],
          name: languageNames[value],
        }))}
        onChange={(value) => {
          setPreference("language", value);
          // Every word on the page is another one.
          location.reload();
        }}
      />
      <Choice
        label={t("temperature")}
        value={temperature}
        options={[
          { value: "C", text: "°C", name: t("degrees-celsius") },
          { value: "F", text: "°F", name: t("degrees-fahrenheit") },
        ]}
        onChange={(value) => setPreference("temperature", value)}
      />
      <Choice
        label={t("length")}
        value={length}
        options={[
          { value: "mm", text: "mm", name: t("millimetres") },
          { value: "inch", text: "in", name: t("inches") },
        ]}
        onChange={(value) => setPreference("length", value)}
      />
      <Choice
        label={t("light-or-dark")}
        value={ground}
        options={[
          { value: "day", text: <Sun aria-hidden size={20} />, name: t("day-bench") },
          { value: "dark", text: <Moon aria-hidden size={20} />, name: t("dark-room") },
          { value: "system", text: <SunMoon aria-hidden size={20} />, name: t("as-this-device-has-it") },
        ]}
        onChange={(value) => setPreference("ground", value)}
      />
      <Choice
        label={t("say-it-aloud")}
        value={preferences.voice === "on" ? "on" : "off"}
        options={[
          { value: "off", text: t("off-2"), name: t("say-nothing") },
          { value: "on", text: t("on-2"), name: t("say-steps-and-countdowns-aloud") },
        ]}
        onChange={(value) => {
          setPreference("voice", value === "on" ? "on" : "");
          if (value === "on") speak(t("on"));
        }}
      />
      <label className="flex items-center justify-between gap-4">
        <span>{t("bench-station")}</span>
        <select
          className="min-h-12 rounded-sm border-2 border-soft bg-raised px-2 text-ink"
          value={station ?? ""}
          onChange={(event) => setPreference("station", event.target.value)}
        >
          <option value="">{t("none")}</option>
          {Array.from({ length: Math.max(STATIONS, station ?? 0) }, (_, i) => (
            <option key={i} value={i + 1}>
              {i + 1}
            </option>
          ))}
        </select>
      </label>
      <a
        href={`/help/${helpOf(location.pathname)}`}
        className="inline-flex min-h-12 items-center underline underline-offset-4"
      >
        {t("handbook")}
      </a>
    </CornerPanel>
  );
}
