import { tz } from "@date-fns/tz";
import { format } from "date-fns";
import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { guarded } from "#app/guarded.tsx";
import { uuid } from "#contract/card.ts";
import { readCard } from "#data/cards.ts";
import { Card } from "#features/card/index.ts";
import { database } from "#server/database.ts";
import { ownUrl, qrOf } from "#server/links.ts";

export const metadata: Metadata = { title: "Card · Tumbek" };

interface Props {
  readonly params: Promise<{ id: string }>;
}

export default guarded("see", async ({ params }: Props) => {
  const { id } = await params;
  if (!uuid.safeParse(id).success) notFound();
  const card = await readCard(database(), id);
  if (!card) notFound();
  const made = format(card.createdAt, "d MMM yyyy", { in: tz(card.site.timeZone) });
  return (
    <Card
      id={card.id}
      draft={card.draft}
      site={card.site.name}
      sheet={card.sheet}
      brewerGone={card.brewerGone}
      qr={qrOf(ownUrl(`/cards/${id}`))}
      made={made}
    />
  );
});
