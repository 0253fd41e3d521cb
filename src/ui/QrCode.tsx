import QRCode from "qrcode";
import { useEffect, useState } from "react";

/** A text as a QR code, black on white on every ground, so that a camera reads it. */
export function QrCode({ text, label }: { text: string; label: string }) {
  const [picture, setPicture] = useState<string>();
  useEffect(() => {
    let isStale = false;
    void QRCode.toDataURL(text, { margin: 4, scale: 6, errorCorrectionLevel: "M" }).then((url) => {
      if (!isStale) setPicture(url);
    });
    return () => {
      isStale = true;
    };
  }, [text]);
  return picture ? (
    <img src={picture} alt={label} className="size-44 [image-rendering:pixelated]" />
  ) : (
    <span className="size-44 bg-line" />
  );
}
