import type { ReactNode } from "react";
import { QrCode } from "./QrCode.tsx";

/** An address for somebody's own device: to be photographed, or sent on; and what can be done about it. */
export function AddressCard({
  address,
  label,
  children,
}: {
  address: string;
  label: string;
  children: ReactNode;
}) {
  return (
    <div className="mt-2 flex flex-wrap items-center gap-5">
      <QrCode text={address} label={label} />
      <div className="min-w-0 flex-1">
        <p className="break-all" data-testid="customer-link">
          <a href={address} className="underline underline-offset-4">
            {address}
          </a>
        </p>
        {children}
      </div>
    </div>
  );
}
