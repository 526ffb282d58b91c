import { Check } from "lucide-react";
import { Checkbox } from "radix-ui";
import { lazy, Suspense } from "react";
import { DAY_LISTS, type DayList, type DayListItem } from "#core/bar";
import { useBar } from "#parts/bar/barContext.ts";
import { useTelling } from "#parts/bar/useTelling.ts";
import { useCounter } from "#ui/counter.tsx";
import { Folded } from "#ui/folded.tsx";
import { Link } from "#ui/link.tsx";
import { useUnits } from "#ui/units.tsx";
import { WordsField } from "#ui/wordsField.tsx";
import { DAY_ITEM_WORDS, DAY_LIST_WORDS } from "#words/bar";
import { printHour } from "#words/figures";

/** Fetched by whoever unfolds a list. */
const ItemFigures = lazy(() => import("./itemFigures.tsx").then((file) => ({ default: file.ItemFigures })));
const WITH_FIGURES: readonly DayListItem[] = ["pots", "stock", "clean"];

/** How each is done, in a few words. */
const HELP: { readonly [item in DayListItem]?: string } = {
  water: "filled or running, and from the water that the recipes are for",
  ice: "bin and freezer full, scoop clean",
  filters: "papers of each size at the brewers",
  doses: "covered, each with its time",
  dial: "where the first card has it, and purged",
  firstBrews: "begun before the doors open",
  pots: "each poured away with its reason, rinsed and open to dry",
  clean: "hot and wet: let it cool, and keep to the cleaner's own instructions",
  iceBin: "emptied or closed",
};

/** Where an item is seen to. */
const PLACES: { readonly [item in DayListItem]?: string } = {
  doses: "/shift",
  firstBrews: "/shift/plan",
  stock: "/bench/coffees",
  clean: "/bench/care",
  list: "/shift",
};

/** The morning's check and the evening's closing, each kept with the day. */
export function DayLists() {
  return (
    <div className="grid items-start gap-3 lg:grid-cols-2">
      <List list="opening" />
      <List list="closing" />
    </div>
  );
}

function List({ list }: { readonly list: DayList }) {
  const bar = useBar();
  if (!bar) return null;
  const items: readonly DayListItem[] = DAY_LISTS[list];
  const done = items.filter((item) => bar.view.checked.some((each) => each.item === item)).length;
  return (
    <Folded
      className="rounded-panel border-2 border-rim bg-enamel px-3"
      summary={
        <summary className="flex min-h-12 cursor-pointer items-center gap-2 font-display font-semibold">
          {DAY_LIST_WORDS[list]}
          <span className={`ml-auto text-sm ${done === items.length ? "text-good" : "text-quiet"}`}>
            {done} of {items.length} done
          </span>
        </summary>
      }
    >
      <ul aria-label={DAY_LIST_WORDS[list]} className="pb-2">
        {items.map((item) => (
          <Item key={item} item={item} />
        ))}
      </ul>
    </Folded>
  );
}

function Item({ item }: { readonly item: DayListItem }) {
  const { view } = useBar()!;
  const say = useTelling();
  const units = useUnits();
  const { may } = useCounter();
  const done = view.checked.findLast((each) => each.item === item);
  const words = DAY_ITEM_WORDS[item];
  const place = PLACES[item];
  const check = (note: string | null) => say(`${words}: done.`, [{ kind: "checked", item, note }]);
  const press = () =>
    done ? say(`${words}: not done.`, [{ kind: "undone", eventId: done.eventId }]) : check(null);
  return (
    <li className="border-rim/20 border-t py-1">
      <div className="flex flex-wrap items-center gap-x-3">
        <Checkbox.Root
          checked={done !== undefined}
          aria-label={words}
          disabled={!may("serve")}
          onCheckedChange={press}
          className="flex min-h-12 min-w-48 flex-1 items-center gap-3 text-left"
        >
          <span className="flex size-8 shrink-0 items-center justify-center rounded-md border-2 border-rim">
            {done && <Check size={22} aria-hidden className="text-good" />}
          </span>
          <span className="leading-tight">
            {words}
            <span className="block text-quiet text-sm">
              {done
                ? `at ${printHour(new Date(done.atMs), { timeZone: view.timeZone, clock: units.clock })}`
                : HELP[item]}
            </span>
          </span>
        </Checkbox.Root>
        {place && (
          <Link href={place} className="py-2 text-sm underline decoration-rim/40">
            Look at it
          </Link>
        )}
      </div>
      {WITH_FIGURES.includes(item) && (
        <Suspense>
          <ItemFigures item={item} />
        </Suspense>
      )}
      {item === "stock" && may("serve") && (
        <WordsField
          label="how much is left, and what is short"
          value={done?.note ?? ""}
          most={300}
          onValue={(note) => note.trim() !== (done?.note ?? "") && check(note.trim() || null)}
        />
      )}
    </li>
  );
}
