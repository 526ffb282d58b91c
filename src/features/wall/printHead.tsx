"use client";

import { Printer } from "lucide-react";
import { Back } from "#ui/back.tsx";
import { Button } from "#ui/button.tsx";

interface PrintHeadProps {
  readonly what: string;
  readonly coffee: { readonly id: string; readonly name: string };
  /** Such as "20, four to a page". */
  readonly amount: string;
}

/** Above what is only there to be printed: what it is, the button, and the way back to the chart. */
export function PrintHead({ what, coffee, amount }: PrintHeadProps) {
  return (
    <header className="mb-3 flex flex-wrap items-center gap-2 print:hidden">
      <h1 className="text-2xl">
        {what}, <bdi>{coffee.name}</bdi>
      </h1>
      <Button look="main" className="ml-auto" onClick={() => window.print()}>
        <Printer size={18} aria-hidden /> Print {amount}
      </Button>
      <Back otherwise={`/wall?coffee=${coffee.id}`} />
    </header>
  );
}
