import { useState } from "react";
import type { BorderWidths } from "../../../core/prove/photo-border.ts";
import { simulatedShot } from "../../../core/prove/simulated-shot.ts";
import type { Family } from "../../../core/stack/family.ts";
import { PhotoPicker } from "../../ui/PhotoPicker.tsx";
import { readPhoto } from "./read-photo.ts";
import { useInspection } from "./useInspection.ts";
import { t } from "../../../words/prove.ts";

/** The border as a photo from straight above shows it: both ends of each edge, found in a worker. */
export function BorderPhoto({
  code,
  family,
  disabled,
  onRead,
}: {
  code: string;
  family: Family;
  disabled: boolean;
  onRead: (ends: BorderWidths, from: "photo" | "simulated") => void;
}) {
  const { outline, borderMm, windows } = family;
  const [from, setFrom] = useState<"photo" | "simulated">("photo");
  const [said, setSaid] = useState<string>();
  const { isLooking, hasFailed, look } = useInspection(({ corners, isOnSide, border, url }) => {
    if (url) URL.revokeObjectURL(url);
    if (!corners) return setSaid(t("no-glass-stands-out-in-the-photo"));
    if (isOnSide) return setSaid(t("take-it-with-its-top-up"));
    return border ? onRead(border, from) : setSaid(t("the-photo-shows-no-border-at-an-edge"));
  });
  const begin = (what: Parameters<typeof look>[0]["from"], source: "photo" | "simulated") => {
    setSaid(undefined);
    setFrom(source);
    look({ from: what, corners: null, panel: outline, borderMm, windows, lighting: "white" });
  };
  const choose = async (file: File) => {
    try {
      begin({ photo: await readPhoto(file) }, "photo");
    } catch {
      setSaid(t("is-not-a-picture-that-this-browser", { name: file.name }));
    }
  };
  return (
    <div className="flex flex-wrap items-center gap-2">
      <PhotoPicker
        label={t("border-from-a-photo")}
        disabled={disabled || isLooking}
        onPick={([file]) => void choose(file!)}
      />
      <button
        type="button"
        className="control px-3"
        disabled={disabled || isLooking}
        onClick={() => begin({ view: simulatedShot(code, family, "white", 0, false).view }, "simulated")}
      >
        {t("camera-simulated")}
      </button>
      {isLooking && <span role="status">{t("looking-for-the-border")}</span>}
      {(said ?? hasFailed) && (
        <span role="alert" className="edge-hatch text-danger">
          {said ?? t("the-look-failed-try-another-photo")}
        </span>
      )}
    </div>
  );
}
