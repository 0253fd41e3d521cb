import { pluggable } from "../../../../core/device/ask.ts";
import { ConnectorSketch } from "../../../drawing/ConnectorSketch.tsx";
import type { InstrumentProps } from "../instrument.ts";
import { t } from "../../../../words/work.ts";
import { term } from "../../../../words/speaker.ts";

/** The connector at hand, large, with the way it goes; the others in their order with what they are. */
export function ConnectorInstrument({ scene, data }: InstrumentProps) {
  const all = pluggable(scene.family);
  const now = all.find(({ key }) => key === data.connector);
  return (
    <div className="grid h-full min-h-0 w-full content-center gap-4 side:grid-cols-[minmax(0,1fr)_18rem]">
      {now && (
        <div className="flex items-center justify-center [&_svg]:h-44 [&_svg]:w-auto lg:[&_svg]:h-80">
          <ConnectorSketch kind={now.kind} way={now.way} tape={now.tape} />
        </div>
      )}
      <ol className="self-center">
        {all.map(({ key, name, kind }, i) => {
          const isOpen = scene.state.open.connectors[key] === "open";
          return (
            <li
              key={key}
              className={`flex gap-3 border-b border-line py-1.5 ${key === now?.key ? "text-lg font-semibold" : isOpen ? "text-soft" : ""}`}
            >
              <span className="w-5 text-right">{i + 1}</span>
              <span className="flex-1">{term(name)}</span>
              <span className="text-soft">{isOpen ? t("open") : kind}</span>
            </li>
          );
        })}
      </ol>
    </div>
  );
}
