import { useState } from "react";
import type { ToldKey } from "../../../server/certificates/shop-key.ts";
import { t } from "../../../words/people.ts";
import { askServer } from "../../ui/ask-server.ts";
import { FormDialog } from "../../ui/FormDialog.tsx";
import { dayAndTimeText } from "../../ui/time-text.ts";

/** By which key the shop seals its certificates, which were before it, and a new one where it may have been seen. */
export function ShopKeys({ initial }: { initial: ToldKey[] }) {
  const [keys, setKeys] = useState(initial);
  const [isOpen, setOpen] = useState(false);
  const [said, setSaid] = useState<string>();
  const [now, ...before] = keys;
  const replace = async () => {
    const asked = await askServer("/api/shop/keys", "POST", { replaces: now!.id }, t("no-answer"));
    if ("said" in asked) return setSaid(asked.said);
    setKeys((await asked.answer.json()) as ToldKey[]);
    setSaid(undefined);
    setOpen(false);
  };
  return (
    <section className="mt-6 grid gap-1">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <p className="min-w-0 flex-1 break-words" data-testid="shop-key">
          {t("sealed-with", { key: now!.id })}
        </p>
        <button type="button" className="control" onClick={() => setOpen(true)}>
          {t("make-a-new-key")}
        </button>
      </div>
      {before.map(({ id, retiredAt }) => (
        <p key={id} className="text-sm break-words text-soft" suppressHydrationWarning>
          {t("until-then", { key: id, at: dayAndTimeText(Date.parse(retiredAt!)) })}
        </p>
      ))}
      <FormDialog
        open={isOpen}
        onOpenChange={setOpen}
        title={t("make-a-new-key")}
        description={t("where-a-key-may-have-been-seen")}
        submit={t("make-a-new-key")}
        leave={t("leave")}
        onSubmit={() => void replace()}
      >
        {said && (
          <p role="alert" className="edge-hatch text-danger">
            {said}
          </p>
        )}
      </FormDialog>
    </section>
  );
}
