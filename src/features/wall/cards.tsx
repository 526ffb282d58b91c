"use client";

import { CardFace, type CardFaceProps } from "#parts/cardFace.tsx";
import { PrintHead } from "./printHead.tsx";

interface WallCardsProps {
  readonly coffee: { readonly id: string; readonly name: string };
  readonly cards: readonly (CardFaceProps & { readonly id: string })[];
}

/** Every cell of a wall chart as a card, four to a page of A4. */
export function WallCards({ coffee, cards }: WallCardsProps) {
  return (
    <div className="mx-auto max-w-3xl print:max-w-none" data-paper="four">
      <style>{"@page { size: A4; margin: 0 }"}</style>
      <PrintHead what="Cards of the wall chart" coffee={coffee} amount={`${cards.length}, four to a page`} />
      <div className="grid gap-3 print:block">
        {cards.map(({ id, ...card }) => (
          <CardFace key={id} {...card} among />
        ))}
      </div>
    </div>
  );
}
