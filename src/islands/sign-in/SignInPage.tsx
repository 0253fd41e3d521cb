import type { SignInPlace } from "../../../server/access/sign-in-place.ts";
import { useMounted } from "../../ui/useMounted.ts";
import { SignInPanel } from "./SignInPanel.tsx";

/** Comes in, and goes on to where somebody wanted to go. */
export function SignInPage({ place, next }: { place: SignInPlace; next: string }) {
  const mounted = useMounted();
  return (
    <div aria-busy={!mounted}>
      <SignInPanel place={place} first={null} onDone={() => location.assign(next)} />
    </div>
  );
}
