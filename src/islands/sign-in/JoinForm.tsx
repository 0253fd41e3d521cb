import { useState } from "react";
import type { Fault } from "../../../core/faults.ts";
import type { Invitation } from "../../../server/access/join.ts";
import type { Problem } from "../../../server/problem.ts";
import { t } from "../../../words/people.ts";
import { askServer } from "../../ui/ask-server.ts";
import { Field } from "../../ui/Field.tsx";
import { QrCode } from "../../ui/QrCode.tsx";
import { TextEntry } from "../../ui/TextEntry.tsx";
import { useMounted } from "../../ui/useMounted.ts";

const nothing = { name: "", digits: "", passphrase: "", totp: "" };

/** A one-time code: the first owner and invited people choose how they sign in, and a browser becomes a tablet of the shop. */
export function JoinForm() {
  const mounted = useMounted();
  const [code, setCode] = useState("");
  const [invitation, setInvitation] = useState<Invitation | null>(null);
  const [typed, setTyped] = useState(nothing);
  const [said, setSaid] = useState<string>();
  const [faults, setFaults] = useState<Fault[]>([]);
  const [done, setDone] = useState<string>();
  const faultOf = (path: string) => faults.find((fault) => fault.path === path)?.message;
  const look = async () => {
    setSaid(undefined);
    try {
      const answer = await fetch(`/api/join?code=${encodeURIComponent(code)}`);
      if (answer.ok) setInvitation((await answer.json()) as Invitation);
      else setSaid(((await answer.json()) as Problem).detail);
    } catch {
      setSaid(t("no-answer"));
    }
  };
  const take = async () => {
    const chosen = Object.fromEntries(Object.entries(typed).filter(([, value]) => value !== ""));
    const asked = await askServer("/api/join", "POST", { code, ...chosen }, t("no-answer"));
    if ("said" in asked) {
      setFaults(asked.faults);
      setSaid(asked.faults.length > 0 ? undefined : asked.said);
      return;
    }
    setDone(
      invitation?.kind === "tablet"
        ? t("tablet-is-enrolled", { name: invitation.name ?? "" })
        : t("proofs-are-saved"),
    );
  };
  const failure = said && (
    <p role="alert" className="edge-hatch text-danger">
      {said}
    </p>
  );
  if (done !== undefined)
    return (
      <div className="grid gap-4 pt-4">
        <h1 className="answer" role="status">
          {done}
        </h1>
        <a href="/sign-in" className="control-strong justify-self-start">
          {t("sign-in")}
        </a>
      </div>
    );
  if (!invitation)
    return (
      <form
        aria-busy={!mounted}
        className="grid gap-4 pt-4"
        onSubmit={(event) => {
          event.preventDefault();
          void look();
        }}
      >
        <h1 className="answer">{t("one-time-code")}</h1>
        {failure}
        <TextEntry
          label={t("one-time-code")}
          fault={undefined}
          hint={t("a-code-from-the-owner")}
          value={code}
          onChange={setCode}
        />
        <button type="submit" className="control-strong justify-self-start" disabled={code.trim() === ""}>
          {t("use-the-code")}
        </button>
      </form>
    );
  const { kind, name, wants, totpAddress } = invitation;
  return (
    <form
      className="grid gap-4 pt-4"
      onSubmit={(event) => {
        event.preventDefault();
        void take();
      }}
    >
      <h1 className="answer">
        {kind === "tablet"
          ? t("enrol-this-as", { name: name ?? "" })
          : kind === "owner"
            ? t("you-become-the-owner")
            : t("welcome-as", { name: name ?? "" })}
      </h1>
      {failure}
      {kind === "tablet" && <p>{t("a-tablet-stays-enrolled")}</p>}
      {kind === "owner" && (
        <TextEntry
          label={t("name")}
          fault={faultOf("name")}
          value={typed.name}
          onChange={(own) => setTyped({ ...typed, name: own })}
        />
      )}
      {wants.passphrase && (
        <Field
          label={t("passphrase")}
          hint={t("at-least-12")}
          fault={faultOf("passphrase") && `${t("passphrase")}: ${faultOf("passphrase")}`}
        >
          {(attributes) => (
            <input
              {...attributes}
              className="entry"
              type="password"
              autoComplete="new-password"
              value={typed.passphrase}
              onChange={({ target }) => setTyped({ ...typed, passphrase: target.value })}
            />
          )}
        </Field>
      )}
      {wants.digits && (
        <TextEntry
          label={t("digits-at-a-tablet")}
          hint={t("only-at-enrolled-tablets")}
          fault={faultOf("digits")}
          inputMode="numeric"
          value={typed.digits}
          onChange={(digits) => setTyped({ ...typed, digits })}
        />
      )}
      {totpAddress !== null && (
        <div className="grid gap-3 sm:grid-cols-[auto_1fr]">
          <QrCode text={totpAddress} label={t("authenticator-secret")} />
          <div className="grid content-start gap-3">
            <p>{t("scan-with-an-authenticator")}</p>
            <code className="break-all">{new URL(totpAddress).searchParams.get("secret")}</code>
            <TextEntry
              label={t("digits-it-shows")}
              fault={faultOf("totp")}
              inputMode="numeric"
              value={typed.totp}
              onChange={(totp) => setTyped({ ...typed, totp })}
            />
          </div>
        </div>
      )}
      <button type="submit" className="control-strong justify-self-start">
        {kind === "tablet" ? t("enrol-it") : t("save")}
      </button>
    </form>
  );
}
