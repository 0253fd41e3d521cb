import type { PersonRole } from "../../../server/access/roles.ts";
import { t } from "../../../words/people.ts";

/** A role as people say it. */
export function roleName(role: PersonRole): string {
  switch (role) {
    case "technician":
      return t("role-technician");
    case "lead":
      return t("role-lead");
    case "desk":
      return t("role-desk");
    case "owner":
      return t("role-owner");
    case "reader":
      return t("role-reader");
  }
}
