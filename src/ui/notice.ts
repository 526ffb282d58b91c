import type { ExternalToast } from "sonner";

/** The package is fetched beside the page: nothing is said before somebody has done something. */
const load = () => import("sonner");

let stand: () => void = () => {};
const standing = new Promise<void>((resolve) => {
  stand = resolve;
});

/** Notices stand on the page from now on: what was said before is said now. */
export function noticesStand(): void {
  stand();
}

type Say = (sentence: string, options?: ExternalToast) => void;

const saying =
  (kind: "message" | "success" | "info" | "warning" | "error"): Say =>
  (sentence, options) => {
    void Promise.all([load(), standing]).then(
      ([{ toast: say }]) => say[kind](sentence, options),
      // The network went before the package was there: what was done is done all the same.
      () => {},
    );
  };

/** A short notice of what was done. */
export const toast = Object.assign(saying("message"), {
  success: saying("success"),
  info: saying("info"),
  warning: saying("warning"),
  error: saying("error"),
});
