import type { ReactNode } from "react";

/** A way to measure or change a thing: its button, and the form that this opens. */
export interface Way {
  readonly verb: string;
  readonly form: (onDone: () => void) => ReactNode;
}
