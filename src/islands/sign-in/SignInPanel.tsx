import { Delete } from "lucide-react";
import { lazy, Suspense, useState } from "react";
import { readBadge } from "../../../core/labels/badge.ts";
import type { ShownName, SignInPlace } from "../../../server/access/sign-in-place.ts";
import { t } from "../../../words/people.ts";
import { askServer } from "../../ui/ask-server.ts";
import { Field } from "../../ui/Field.tsx";
import { TextEntry } from "../../ui/TextEntry.tsx";
import { roleName } from "./role-name.ts";
import { useTypedBadge } from "./useTypedBadge.ts";

/** Only who shows a badge to the camera needs what looks for it. */
const CodeReader = lazy(async () => ({ default: (await import("../../camera/CodeReader.tsx")).CodeReader }));

const MOST_DIGITS = 6;
const LEAST_DIGITS = 4;

/** By names and digits on large keys or by a badge at a tablet, by a passphrase elsewhere, by one press in the demo. */
export function SignInPanel({
  place,
  first,
  onDone,
}: {
  place: SignInPlace;
  /** Who is wanted, where somebody is. */
  first: string | null;
  onDone: (who: string) => void;
}) {
  const wanted = first ?? place.away?.key ?? null;
  const [chosen, setChosen] = useState<ShownName | null>(
    place.names.find(({ key }) => key === wanted) ?? null,
  );
  const [digits, setDigits] = useState("");
  const [byPassphrase, setByPassphrase] = useState(place.tablet === null);
  const [typed, setTyped] = useState({ name: "", passphrase: "", totp: "" });
  const [said, setSaid] = useState<string>();
  const [isAsking, setAsking] = useState(false);
  const [byCamera, setByCamera] = useState(false);
  const comeIn = async (proof: object) => {
    setAsking(true);
    setSaid(undefined);
    const asked = await askServer("/api/sign-in", "POST", proof, t("no-answer"));
    setAsking(false);
    if ("said" in asked) {
      setDigits("");
      setSaid(asked.said);
      return;
    }
    onDone(((await asked.answer.json()) as { who: string }).who);
  };
  useTypedBadge((badge) => {
    if (!isAsking && place.tablet !== null) void comeIn({ badge });
  });
  const fault = said && (
    <p role="alert" className="edge-hatch text-danger">
      {said}
    </p>
  );
  if (place.demo) {
    const order = (key: string) => (key === wanted ? 0 : 1);
    return (
      <div className="grid gap-3">
        {fault}
        <ul className="grid grid-cols-2 gap-2 max-lg:landscape:grid-cols-4">
          {place.demo
            .toSorted((a, b) => order(a.key) - order(b.key))
            .map(({ key, name, role, digits: own, passphrase }) => (
              <li key={key}>
                <button
                  type="button"
                  disabled={isAsking}
                  className={`${key === wanted ? "control-strong" : "control"} h-full min-h-16 w-full flex-col !items-start !justify-center gap-0 text-left leading-tight whitespace-normal`}
                  onClick={() => void comeIn({ who: key, demo: true })}
                >
                  <span className="text-lg font-semibold">
                    {t("name-and-role", { name, role: roleName(role) })}
                  </span>
                  <span className="text-sm">
                    {own === null
                      ? t("passphrase-is", { passphrase: passphrase ?? "" })
                      : t("digits-are", { digits: own })}
                  </span>
                </button>
              </li>
            ))}
        </ul>
      </div>
    );
  }
  if (byPassphrase)
    return (
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          void comeIn({ ...typed, totp: typed.totp === "" ? null : typed.totp });
        }}
      >
        {fault}
        {place.tablet === null && <p>{t("not-an-enrolled-tablet")}</p>}
        <TextEntry
          label={t("name")}
          fault={undefined}
          value={typed.name}
          onChange={(name) => setTyped({ ...typed, name })}
        />
        <Field label={t("passphrase")}>
          {(attributes) => (
            <input
              {...attributes}
              className="entry"
              type="password"
              autoComplete="current-password"
              value={typed.passphrase}
              onChange={({ target }) => setTyped({ ...typed, passphrase: target.value })}
            />
          )}
        </Field>
        <TextEntry
          label={t("six-digits")}
          fault={undefined}
          inputMode="numeric"
          value={typed.totp}
          onChange={(totp) => setTyped({ ...typed, totp })}
        />
        <span className="flex flex-wrap gap-2">
          <button type="submit" className="control-strong" disabled={isAsking}>
            {t("sign-in")}
          </button>
          {place.tablet !== null && (
            <button type="button" className="control" onClick={() => setByPassphrase(false)}>
              {t("by-digits")}
            </button>
          )}
        </span>
      </form>
    );
  if (byCamera)
    return (
      <div className="grid gap-3">
        {fault}
        <Suspense fallback={<span />}>
          <CodeReader
            onRead={(text) =>
              readBadge(text) === null ? setSaid(t("that-is-no-badge")) : void comeIn({ badge: text })
            }
          />
        </Suspense>
        <button type="button" className="control justify-self-start" onClick={() => setByCamera(false)}>
          {t("by-digits")}
        </button>
      </div>
    );
  if (!chosen)
    return (
      <div className="grid gap-3">
        {fault}
        <ul className="grid grid-cols-2 gap-2 sm:grid-cols-3 max-lg:landscape:grid-cols-4">
          {place.names.map((one) => (
            <li key={one.key}>
              <button
                type="button"
                className="control min-h-18 w-full text-xl font-semibold"
                onClick={() => setChosen(one)}
              >
                {one.name}
              </button>
            </li>
          ))}
        </ul>
        <span className="flex flex-wrap gap-2">
          <button type="button" className="control" onClick={() => setByCamera(true)}>
            {t("badge-by-camera")}
          </button>
          <button type="button" className="control" onClick={() => setByPassphrase(true)}>
            {t("by-passphrase")}
          </button>
        </span>
      </div>
    );
  const isEnough = digits.length >= LEAST_DIGITS;
  const add = (digit: string) => setDigits((now) => (now + digit).slice(0, MOST_DIGITS));
  return (
    <form
      className="grid max-w-90 gap-2 max-lg:landscape:max-w-none"
      onSubmit={(event) => {
        event.preventDefault();
        if (isEnough) void comeIn({ who: chosen.key, digits });
      }}
    >
      {fault}
      <Field label={t("digits-of", { name: chosen.name })}>
        {(attributes) => (
          <input
            {...attributes}
            className="entry text-center text-3xl tracking-[0.5em]"
            type="password"
            inputMode="none"
            autoComplete="off"
            autoFocus
            value={digits}
            onChange={({ target }) => setDigits(target.value.replace(/\D/g, "").slice(0, MOST_DIGITS))}
          />
        )}
      </Field>
      <div className="grid grid-cols-3 gap-2 max-lg:landscape:grid-cols-6">
        {["1", "2", "3", "4", "5", "6", "7", "8", "9"].map((digit) => (
          <button key={digit} type="button" className="control min-h-16 text-2xl" onClick={() => add(digit)}>
            {digit}
          </button>
        ))}
        <button
          type="button"
          className="control min-h-16"
          aria-label={t("delete-a-digit")}
          onClick={() => setDigits(digits.slice(0, -1))}
        >
          <Delete aria-hidden />
        </button>
        <button type="button" className="control min-h-16 text-2xl" onClick={() => add("0")}>
          0
        </button>
        <button type="submit" className="control-strong min-h-16 text-xl" disabled={!isEnough || isAsking}>
          {t("ok")}
        </button>
      </div>
      <button
        type="button"
        className="control"
        onClick={() => {
          setChosen(null);
          setDigits("");
          setSaid(undefined);
        }}
      >
        {t("somebody-else")}
      </button>
    </form>
  );
}
