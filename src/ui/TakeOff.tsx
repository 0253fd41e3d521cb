import { useState } from "react";

/** Takes something off a shelf for good: asked once more, because nothing brings it back. */
export function TakeOff({ name, onTakeOff }: { name: string; onTakeOff: () => Promise<unknown> }) {
  const [isAsked, setIsAsked] = useState(false);
  return isAsked ? (
    <button
      type="button"
      className="control text-danger"
      onClick={() => void onTakeOff().then(() => setIsAsked(false))}
    >
      Throw it away
    </button>
  ) : (
    <button
      type="button"
      className="control border-line font-normal"
      aria-label={`Remove ${name} from the shelf`}
      onClick={() => setIsAsked(true)}
    >
      Remove
    </button>
  );
}
