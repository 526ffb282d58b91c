"use client";

import dynamic from "next/dynamic";
import { useEffect, useRef } from "react";
import { notFetched } from "#ui/notFetched.ts";

/** Fetched beside the page. */
const Plates = dynamic(() => import("./plates.tsx").catch(notFetched), { ssr: false });

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
      <Plates />
    </div>
  );
}
