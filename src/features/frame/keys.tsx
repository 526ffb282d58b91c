"use client";

import dynamic from "next/dynamic";
import { usePathname } from "next/navigation";
import { useEffect, useState } from "react";
import { isTyping } from "#ui/isTyping.ts";

/** Fetched when it is asked for. */
const KeysDialog = dynamic(() => import("./keysDialog.tsx"), { ssr: false });

/** The keys of this screen, on "?". */
export function Keys() {
  const path = usePathname();
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== "?" || event.ctrlKey || event.metaKey || isTyping(event.target)) return;
      event.preventDefault();
      setOpen(true);
    };
    addEventListener("keydown", onKey);
    return () => removeEventListener("keydown", onKey);
  }, []);
  return open && <KeysDialog path={path} onOpen={setOpen} />;
}
