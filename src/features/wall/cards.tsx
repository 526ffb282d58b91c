"use client";

import { Printer } from "lucide-react";
import Link from "next/link";
import { CardFace, type CardFaceProps } from "#parts/cardFace.tsx";
import { Button, buttonClass } from "#ui/button.tsx";

interface WallCardsProps {
  readonly coffee: { readonly id: string; readonly name: string };
  readonly cards: readonly (CardFaceProps & { readonly id: string })[];
}

/** Every cell of a wall chart as a card, four to a page of A4. */
export function WallCards({ coffee, cards }: WallCardsProps) {
  return (
    <div className="mx-auto max-w-3xl print:max-w-none" data-paper="four">
      <style>{"@page { size: A4; margin: 0 }"}</style>
      <header className="mb-3 flex flex-wrap items-center gap-2 print:hidden">
        <h1 className="text-2xl">
          Cards of the wall chart, <bdi>{coffee.name}</bdi>
        </h1>
        <Button look="main" className="ml-auto" onClick={() => window.print()}>
          <Printer size={18} aria-hidden /> Print {cards.length}, four to a page
        </Button>
        <Link href={`/wall?coffee=${coffee.id}`} className={buttonClass()}>
          Back to the chart
        </Link>
      </header>
      <div className="grid gap-3 print:block">
        {cards.map(({ id, ...card }) => (
          <CardFace key={id} {...card} />
        ))}
      </div>
    </div>
  );
}
