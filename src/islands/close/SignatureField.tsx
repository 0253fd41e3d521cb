import { useEffect, useRef } from "react";
import SignaturePad from "signature_pad";
import { t } from "../../../words/close.ts";

/** Where somebody signs with a finger or a pen; null is told while nothing stands there. */
export function SignatureField({ onSigned }: { onSigned: (png: string | null) => void }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const pad = useRef<SignaturePad>(undefined);
  const told = useRef(onSigned);
  told.current = onSigned;
  useEffect(() => {
    const field = canvas.current!;
    // As many dots as the screen has, so that the line is not blurred.
    field.width = field.clientWidth;
    field.height = field.clientHeight;
    const made = new SignaturePad(field, { backgroundColor: "white", penColor: "black" });
    pad.current = made;
    made.addEventListener("endStroke", () => told.current(made.toDataURL("image/png")));
    return () => made.off();
  }, []);
  return (
    <div>
      <p aria-hidden className="mb-1 font-semibold">
        {t("sign-here")}
      </p>
      <canvas
        ref={canvas}
        aria-label={t("sign-here")}
        className="h-32 w-full max-w-120 touch-none border-2 border-soft bg-white"
      />
      <button
        type="button"
        className="control mt-1"
        onClick={() => {
          pad.current?.clear();
          onSigned(null);
        }}
      >
        {t("sign-again")}
      </button>
    </div>
  );
}
