import { Plus, X } from "lucide-react";
import { v7 as uuidv7 } from "uuid";
import type { KitAhead } from "#contract/dayKit.ts";
import type { OtherDrink } from "#contract/dayPlanKinds.ts";
import { Button } from "#ui/button.tsx";
import { ChoiceField } from "#ui/choice/choice.tsx";
import { FigureField } from "#ui/figure/figureField.tsx";
import { WordsField } from "#ui/wordsField.tsx";

interface OtherDrinksProps {
  readonly drinks: readonly OtherDrink[];
  readonly concentrates: readonly KitAhead[];
  readonly onDrinks: (drinks: readonly OtherDrink[]) => void;
}

const MOST_CUPS = 5000;
const MOST_G = 2000;
const USUAL_CUPS = 10;

/** Drinks that take from a concentrate beside its own cups, each at its own strength. */
export function OtherDrinks({ drinks, concentrates, onDrinks }: OtherDrinksProps) {
  const set = (id: string, part: Partial<OtherDrink>) =>
    onDrinks(drinks.map((drink) => (drink.id === id ? { ...drink, ...part } : drink)));
  const add = () => {
    const [{ cardId, concentrateG, cups }] = concentrates as [KitAhead];
    const own = Math.round(concentrateG / cups);
    onDrinks([
      ...drinks,
      { id: uuidv7(), name: "with milk", cardId, cupsADay: USUAL_CUPS, concentrateG: own },
    ]);
  };
  return (
    <section aria-label="other drinks from a concentrate">
      <h3 className="font-semibold">Other drinks from a concentrate</h3>
      <p className="text-quiet text-sm">Their share is made the evening before along with its own cups.</p>
      <ul>
        {drinks.map(({ id, name, cardId, cupsADay, concentrateG }) => (
          <li key={id} className="grid gap-x-4 border-rim/20 border-t py-2 sm:grid-cols-2">
            <WordsField
              label="drink"
              value={name}
              most={80}
              onValue={(next) => set(id, { name: next.trim() || "a drink" })}
            />
            <ChoiceField
              label="takes from"
              value={cardId}
              options={concentrates.map((each) => ({ value: each.cardId, text: each.title }))}
              onChange={(next) => set(id, { cardId: next })}
            />
            <FigureField
              label="of it a day"
              field={`${id} a day`}
              kind="count"
              value={cupsADay}
              bounds={[0, MOST_CUPS]}
              onValue={(next) => next !== null && set(id, { cupsADay: next })}
            />
            <FigureField
              label="concentrate in each"
              field={`${id} concentrate`}
              kind="g"
              value={concentrateG}
              bounds={[1, MOST_G]}
              onValue={(next) => next !== null && set(id, { concentrateG: next })}
            />
            <div>
              <Button onClick={() => onDrinks(drinks.filter((drink) => drink.id !== id))}>
                <X size={16} aria-hidden /> Take it away<span className="sr-only">: {name}</span>
              </Button>
            </div>
          </li>
        ))}
      </ul>
      <Button onClick={add}>
        <Plus size={16} aria-hidden /> Another drink
      </Button>
    </section>
  );
}
