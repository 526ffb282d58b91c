"use client";

import { Search } from "lucide-react";
import dynamic from "next/dynamic";
import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import { isTyping } from "#ui/isTyping.ts";

const load = () => import("./paletteDialog.tsx");

/** Not part of the first load: fetched once the page stands, so that it is there when "/" is pressed. */
const PaletteDialog = dynamic(load, { ssr: false });

/** Find or do, on "/". */
export function Palette() {
  const router = useRouter();
  const [open, setOpen] = useState(false);
  useEffect(() => {
    void load();
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== "/" || event.ctrlKey || event.metaKey || isTyping(event.target)) return;
      event.preventDefault();
      setOpen(true);
    };
    addEventListener("keydown", onKey);
    return () => removeEventListener("keydown", onKey);
  }, []);
  const go = (href: string) => {
    setOpen(false);
    router.push(href);
  };
  return (
    <>
      <button
        type="button"
        onClick={() => setOpen(true)}
        className="flex min-h-9 items-center gap-2 rounded-panel border border-rim/50 px-3 text-quiet"
      >
        <Search size={16} aria-hidden />
        <span className="max-sm:sr-only">Find or do</span>
        <kbd className="rounded border border-rim/40 px-1.5 text-xs max-sm:hidden">/</kbd>
      </button>
      {open && <PaletteDialog onOpen={setOpen} onGo={go} />}
    </>
  );
}
