import type { HeatMethodInfo } from "../../../core/heat/heat-methods.ts";
import { DialSlider } from "../../ui/DialSlider.tsx";
import { usePreferences } from "../../ui/preferences.ts";
import { Duration, durationText, Figure, lengthText, shown } from "../../ui/quantity.tsx";
import { Setting } from "./Setting.tsx";
import type { Dials } from "./useDials.ts";

/** Every press on a slider is reckoned and drawn at once; the button keeps what was found. */
export function HeatDials({
  info,
  dials,
  readyAtS,
  isChanged,
  isChosen,
  live,
  onChange,
  onUse,
  onClear,
}: {
  info: HeatMethodInfo;
  dials: Dials;
  readyAtS: number | null;
  isChanged: boolean;
  /** Settings have been chosen for this job. */
  isChosen: boolean;
  live: boolean;
  onChange: (dials: Dials) => void;
  onUse: () => void;
  onClear: () => void;
}) {
  const preferences = usePreferences();
  const { setting } = info;
  return (
    <div className="mt-3 grid gap-x-6 sm:grid-cols-2">
      <DialSlider
        label={setting.label}
        value={dials.setting}
        min={setting.min}
        max={setting.max}
        step={setting.step}
        shown={<Setting info={info} value={dials.setting} />}
        text={
          setting.unit === "C"
            ? `${Math.round(shown("temperature", dials.setting, preferences).value)} degrees`
            : `${dials.setting} watts per square metre`
        }
        onChange={(value) => onChange({ ...dials, setting: value })}
      />
      <DialSlider
        label="Soak"
        value={dials.soakS}
        min={10}
        max={Math.max(600, Math.ceil((readyAtS ?? 0) / 60) * 120, dials.soakS)}
        step={5}
        shown={<Duration s={dials.soakS} />}
        text={durationText(dials.soakS)}
        onChange={(soakS) => onChange({ ...dials, soakS })}
      />
      <DialSlider
        label="Speed"
        value={dials.speedMmS}
        min={1}
        max={15}
        step={0.5}
        shown={
          <Figure
            value={shown("length", dials.speedMmS, preferences).value}
            unit={`${shown("length", 0, preferences).unit}/s`}
            digits={preferences.length === "inch" ? 2 : 1}
          />
        }
        text={`${lengthText(dials.speedMmS, preferences)} a second`}
        onChange={(speedMmS) => onChange({ ...dials, speedMmS })}
      />
      {info.isCold && (
        <DialSlider
          label="Humidity of the room"
          value={dials.humidityPct}
          min={10}
          max={95}
          step={1}
          shown={<Figure value={dials.humidityPct} unit="%" />}
          text={`${dials.humidityPct} percent`}
          onChange={(humidityPct) => onChange({ ...dials, humidityPct })}
        />
      )}
      {(isChanged || !isChosen) && (
        <div className="flex flex-wrap items-end gap-2 sm:col-span-2">
          <button type="button" className="control" disabled={!live} onClick={onUse}>
            Use these settings
          </button>
          {isChanged && (
            <button type="button" className="control" onClick={onClear}>
              Back to {isChosen ? "chosen" : "usual"}
            </button>
          )}
        </div>
      )}
    </div>
  );
}
