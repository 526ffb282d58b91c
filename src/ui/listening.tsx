"use client";

import { useEffect } from "react";

/** Marks the document once the page's script has taken it over: a tap before that waits (`public/early-taps.js`). */
export function Listening() {
  useEffect(() => {
    document.documentElement.dataset.listens = "";
  }, []);
  return null;
}
