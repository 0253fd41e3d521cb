import { useRef, useState } from "react";
import { PhotoPicker } from "../ui/PhotoPicker.tsx";
import { LiveCamera } from "./LiveCamera.tsx";
import { t } from "../../words/camera.ts";

const begin = () => new Worker(new URL("../workers/codes.worker.ts", import.meta.url), { type: "module" });

/** The station's camera, looking for a code: each that it reads is told once, until another comes. A photo does as well. */
export function CodeReader({ onRead }: { onRead: (text: string) => void }) {
  const [said, setSaid] = useState<string>();
  const last = useRef<string | null>(null);
  const readPhoto = async (file: File, post: (picture: ImageBitmap) => void) => {
    try {
      const picture = await createImageBitmap(file);
      last.current = null;
      setSaid(undefined);
      post(picture);
    } catch {
      setSaid(t("no-picture", { name: file.name }));
    }
  };
  return (
    <LiveCamera<string[]>
      begin={begin}
      isStraightened={false}
      onAnswer={([text]) => {
        if (text === undefined || text === last.current) return;
        last.current = text;
        onRead(text);
      }}
      className="order-last my-2 grid basis-full grid-cols-[minmax(0,20rem)_minmax(0,1fr)] gap-4 max-sm:grid-cols-1 [&>:first-child]:aspect-4/3"
    >
      {(post, hasPicture) => (
        <>
          {hasPicture && <p className="font-semibold">{t("hold-the-label-in-view")}</p>}
          <PhotoPicker label={t("read-a-photo-of-it")} onPick={([file]) => void readPhoto(file!, post)} />
          {said && <p role="alert">{said}</p>}
        </>
      )}
    </LiveCamera>
  );
}
