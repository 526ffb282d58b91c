"use client";

import { useEffect, useRef } from "react";
import { Toaster } from "sonner";

/** Notices are enamel plates, as all that stands on the worktop. */
const NOTICE =
  "!rounded-panel !border-2 !border-rim !bg-enamel !font-text !text-base !text-ink data-[type=error]:!border-stop data-[type=success]:!border-good [&_[data-button]]:!h-10 [&_[data-button]]:!rounded-panel [&_[data-button]]:!bg-rim [&_[data-button]]:!px-3 [&_[data-button]]:!font-semibold [&_[data-button]]:!text-enamel";

/** The notices, above the pot shelf, which stays readable while one stands. */
export function Notices() {
  const around = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const area = around.current;
    // The package sends whoever tabs out of a notice back to where they came from, so that nobody gets past it by keyboard.
    const keep = (event: FocusEvent) => event.stopPropagation();
    area?.addEventListener("focusin", keep);
    return () => area?.removeEventListener("focusin", keep);
  }, []);
  return (
    <div ref={around}>
      <Toaster
        position="bottom-right"
        offset={{ bottom: 76, right: 16 }}
        mobileOffset={{ bottom: 84, left: 12, right: 12 }}
        toastOptions={{ className: NOTICE }}
      />
    </div>
  );
}
