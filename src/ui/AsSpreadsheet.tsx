import { t } from "../../words/frame.ts";

/** A list as a file for a spreadsheet. */
export const AsSpreadsheet = ({ address }: { address: string }) => (
  <a href={address} download className="inline-flex min-h-12 items-center underline underline-offset-4">
    {t("for-a-spreadsheet")}
  </a>
);
