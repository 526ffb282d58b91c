import type { DayKit } from "#contract/dayKit.ts";
import type { BarView } from "#contract/potView.ts";

/** The card that was brewed last at a bar; undefined where no pot tells. */
export function lastCardOf({ pots }: Pick<BarView, "pots">): string | undefined {
  const brewed = pots.flatMap(({ standing, brewing }) => [
    ...(standing?.cardId ? [{ cardId: standing.cardId, atMs: standing.brewedMs }] : []),
    ...(brewing?.cardId ? [{ cardId: brewing.cardId, atMs: brewing.begunMs }] : []),
  ]);
  return brewed.toSorted((a, b) => b.atMs - a.atMs)[0]?.cardId;
}

/** What the grinder needs before the next card, where its dial moves; undefined where it stays or nobody knows. */
export function dialMoved(
  { cards }: Pick<DayKit, "cards">,
  nextId: string,
  lastId: string | undefined,
  printMass: (massG: number) => string,
): string | undefined {
  const [next, last] = [nextId, lastId].map((id) => cards.find((card) => card.id === id));
  if (!next?.dial || !last?.dial || next.dial.grinder !== last.dial.grinder) return undefined;
  const isSame = next.dial.setting === last.dial.setting && next.batch.coffee.id === last.batch.coffee.id;
  if (isSame) return undefined;
  const purgeG = next.batch.grinder?.purgeG ?? 0;
  const moves = `${next.dial.grinder} from ${last.dial.setting} to ${next.dial.setting}`;
  return purgeG > 0 ? `${moves}: purge ${printMass(purgeG)} first` : moves;
}
