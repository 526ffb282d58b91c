import { useEffect } from "react";
import { Toaster } from "sonner";
import { noticesStand } from "#ui/notice.ts";

/** Notices are enamel plates, as all that stands on the worktop. */
const NOTICE =
  "!rounded-panel !border-2 !border-rim !bg-enamel !font-text !text-base !text-ink data-[type=error]:!border-stop data-[type=success]:!border-good [&_[data-button]]:!h-10 [&_[data-button]]:!rounded-panel [&_[data-button]]:!bg-rim [&_[data-button]]:!px-3 [&_[data-button]]:!font-semibold [&_[data-button]]:!text-enamel";

/** Where notices stand; what was said before stands there now. */
export default function Plates() {
  useEffect(noticesStand, []);
  return (
    <Toaster
      position="bottom-right"
      offset={{ bottom: 76, right: 16 }}
      mobileOffset={{ bottom: 84, left: 12, right: 12 }}
      toastOptions={{ className: NOTICE }}
    />
  );
}
