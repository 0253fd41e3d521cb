import { Settings as Gear } from "lucide-react";
import { Suspense, useState } from "react";
import { lazyPart } from "./lazy-part.ts";
import { t } from "../../words/frame.ts";

const SettingsPanel = lazyPart(() => import("./SettingsPanel.tsx"), "SettingsPanel");

/** The button behind which stands what is seldom set. */
export function Settings({ className = "" }: { className?: string }) {
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <button
        type="button"
        className={`inline-flex min-h-12 min-w-12 items-center justify-center ${className}`}
        aria-label={t("settings")}
        aria-haspopup="dialog"
        aria-expanded={isOpen}
        onClick={() => setOpen(true)}
      >
        <Gear aria-hidden size={22} />
      </button>
      {isOpen && (
        <Suspense fallback={null}>
          <SettingsPanel onClose={() => setOpen(false)} />
        </Suspense>
      )}
    </>
  );
}
