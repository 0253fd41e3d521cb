import { Slider } from "radix-ui";
import { useId, type ReactNode } from "react";

/** A slider with its name, its value in words, and a thumb that a gloved finger finds. */
export function DialSlider({
  label,
  value,
  min,
  max,
  step,
  shown,
  text,
  onChange,
}: {
  label: string;
  value: number;
  min: number;
  max: number;
  step: number;
  shown: ReactNode;
  text: string;
  onChange: (value: number) => void;
}) {
  const id = useId();
  return (
    <div>
      <div className="flex items-baseline justify-between gap-3">
        <span id={id}>{label}</span>
        <span className="text-xl font-semibold whitespace-nowrap">{shown}</span>
      </div>
      <Slider.Root
        className="relative flex h-12 touch-none items-center select-none"
        value={[value]}
        min={min}
        max={max}
        step={step}
        onValueChange={([next]) => onChange(next!)}
      >
        <Slider.Track className="relative h-2 grow bg-line">
          <Slider.Range className="absolute h-full bg-ink" />
        </Slider.Track>
        <Slider.Thumb
          className="block h-12 w-7 rounded-sm border-2 border-ink bg-raised"
          aria-labelledby={id}
          aria-valuetext={text}
        />
      </Slider.Root>
    </div>
  );
}
