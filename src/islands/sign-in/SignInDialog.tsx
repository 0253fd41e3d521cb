import { useState } from "react";
import { createRoot } from "react-dom/client";
import type { SignInPlace } from "../../../server/access/sign-in-place.ts";
import { t } from "../../../words/people.ts";
import { DialogFrame } from "../../ui/DialogFrame.tsx";
import { askServer } from "../../ui/ask-server.ts";
import { setPreference } from "../../ui/preferences.ts";
import type { SignInAsked } from "../../ui/sign-in.ts";
import { SignInPanel } from "./SignInPanel.tsx";

/** Over whatever page is open, which stays as it is. */
function SignInDialog({
  place,
  asked,
  onEnd,
}: {
  place: SignInPlace;
  /** Null where somebody asks for this themselves: they may leave as well. */
  asked: SignInAsked | null;
  onEnd: (who: string | null) => void;
}) {
  const [isOpen, setOpen] = useState(true);
  const end = (who: string | null) => {
    setOpen(false);
    onEnd(who);
  };
  return (
    <DialogFrame
      open={isOpen}
      onOpenChange={() => end(null)}
      title={
        place.who && asked?.sign
          ? t("sign-as", { name: place.who.name })
          : place.who && !asked
            ? t("you-are", { name: place.who.name })
            : t("who-are-you")
      }
      description={
        asked?.sign
          ? t("each-signature-wants")
          : place.demo
            ? t("this-is-the-demo")
            : asked
              ? t("sign-in-to-go-on")
              : t("press-your-name")
      }
    >
      <div className="mt-3 grid gap-3">
        <SignInPanel place={place} first={asked?.who ?? null} onDone={end} />
        <span className="flex gap-2">
          {!asked && place.who && (
            <button
              type="button"
              className="control"
              onClick={() =>
                void askServer("/api/sign-in", "DELETE", null).then(
                  (answered) => "answer" in answered && location.assign("/sign-in"),
                )
              }
            >
              {t("sign-out")}
            </button>
          )}
          <button type="button" className="control" onClick={() => end(null)}>
            {t("leave")}
          </button>
        </span>
      </div>
    </DialogFrame>
  );
}

/** Asks who is there; who it is now, or null where that was left. */
async function askWhoIsThere(asked: SignInAsked | null): Promise<string | null> {
  const place = (await (await fetch("/api/sign-in")).json()) as SignInPlace;
  const host = document.body.appendChild(document.createElement("div"));
  const root = createRoot(host);
  return new Promise((resolve) =>
    root.render(
      <SignInDialog
        {...{ place, asked }}
        onEnd={(who) => {
          // What it was opened from has the focus again before it is gone.
          setTimeout(() => {
            root.unmount();
            host.remove();
          }, 0);
          resolve(who);
        }}
      />,
    ),
  );
}

let asking: Promise<boolean> | null = null;
/** Entries that were asked for here: whoever leaves that may go on, and the entry waits. */
const askedFor = new Set<string>();

async function signInOnce(asked: SignInAsked | null): Promise<boolean> {
  try {
    const who = await askWhoIsThere(asked);
    if (who !== null) setPreference("who", who);
    return who !== null;
  } catch {
    // The server does not answer: what waits is kept, and it is asked again with the next press.
    return false;
  } finally {
    asking = null;
  }
}

/** Asks over the page who is there, once at a time: whether somebody has signed in; false at once for what waits in a queue. */
export async function signInHere(asked: SignInAsked | null, entry?: string): Promise<boolean> {
  if (entry !== undefined && (askedFor.has(entry) || document.visibilityState !== "visible")) return false;
  asking ??= signInOnce(asked);
  if (entry === undefined) return asking;
  askedFor.add(entry);
  return false;
}
