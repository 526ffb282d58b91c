"use client";

import dynamic from "next/dynamic";
import { useState } from "react";
import { Button } from "#ui/button.tsx";
import type { Brewed } from "./fillDialog.tsx";

/** Loaded when somebody asks for it: what its questions need is not part of the first load. */
const FillDialog = dynamic(() => import("./fillDialog.tsx").then(({ FillDialog }) => FillDialog), {
  ssr: false,
});

/** "In the pot": from a card or a logged batch, with all that is known of it filled in. */
export function IntoPot({ brewed }: { readonly brewed: Brewed }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button onClick={() => setOpen(true)}>In the pot</Button>
      {open && <FillDialog brewed={brewed} onDone={() => setOpen(false)} />}
    </>
  );
}
