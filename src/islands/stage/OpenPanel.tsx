import { Check } from "lucide-react";
import type { ReactNode } from "react";
import { connectorAsk } from "../../../core/job/stages/open.ts";
import { ConnectorSketch } from "../../drawing/ConnectorSketch.tsx";
import type { PanelProps } from "./panel.ts";
import { ScrewLedger } from "./ScrewLedger.tsx";
import { stageAnswer } from "./stage-answer.ts";

/** Opening and closing keep one ledger: screws by their holes and cells, connectors in order, parts that move. */
export function OpenPanel(props: PanelProps & { stage: "open" | "close"; children?: ReactNode }) {
  const { family, state, stage, children } = props;
  const isClosing = stage === "close";
  const connectors = isClosing
    ? [...state.connectorsOpen].reverse().flatMap((key) => family.connectors.filter((c) => c.key === key))
    : family.connectors;
  return (
    <>
      <p className="answer" data-testid="answer">
        {stageAnswer(stage, props)}
      </p>
      {children}
      <ScrewLedger {...props} />
      {connectors.length > 0 && (
        <section aria-labelledby="connectors-title" className="mt-6">
          <h2 id="connectors-title" className="text-lg font-semibold">
            Connectors, {isClosing ? "last opened first" : "in this order"}
          </h2>
          <ol className="border-t border-line">
            {connectors.map((connector, i) => {
              const isDone = (isClosing ? state.connectorsClosed : state.connectorsOpen).includes(
                connector.key,
              );
              return (
                <li key={connector.key} className="flex items-center gap-3 border-b border-line py-1.5">
                  <span className="w-6 text-right text-lg font-semibold">{i + 1}</span>
                  <ConnectorSketch kind={connector.kind} way={connector.way} tape={connector.tape} />
                  <span className={`flex-1 ${isDone ? "text-soft" : ""}`}>{connectorAsk(connector)}</span>
                  {isDone && (
                    <span className="flex items-center gap-1 text-done">
                      <Check aria-hidden size={20} /> {isClosing ? "closed" : "open"}
                    </span>
                  )}
                </li>
              );
            })}
          </ol>
        </section>
      )}
    </>
  );
}
