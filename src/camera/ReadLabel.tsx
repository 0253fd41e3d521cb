import { lazy, Suspense, useState } from "react";
import { t } from "../../words/camera.ts";

/** Only who reads a label needs what reads it. */
const CodeReader = lazy(async () => ({ default: (await import("./CodeReader.tsx")).CodeReader }));

/** A button that opens the camera for a label; what was read is taken, or what is wrong with it is said and it goes on looking. */
export function ReadLabel({
  disabled = false,
  onRead,
}: {
  disabled?: boolean;
  /** What is wrong with it; null where it was taken. */
  onRead: (text: string) => string | null;
}) {
  const [isOpen, setOpen] = useState(false);
  const [wrong, setWrong] = useState<string | null>(null);
  return (
    <>
      <button
        type="button"
        className="control"
        disabled={disabled}
        aria-expanded={isOpen}
        onClick={() => {
          setWrong(null);
          setOpen(!isOpen);
        }}
      >
        {isOpen ? t("put-the-camera-away") : t("read-a-label")}
      </button>
      {isOpen && (
        <Suspense>
          <CodeReader
            onRead={(text) => {
              const said = onRead(text);
              setWrong(said);
              if (said === null) setOpen(false);
            }}
          />
        </Suspense>
      )}
      {wrong !== null && (
        <p role="alert" className="order-last basis-full text-danger">
          {wrong}
        </p>
      )}
    </>
  );
}
