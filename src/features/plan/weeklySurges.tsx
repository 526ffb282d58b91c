import { Plus, X } from "lucide-react";
import { v7 as uuidv7 } from "uuid";
import type { WeeklySurge } from "#contract/dayPlanKinds.ts";
import type { Serve } from "#core/sheet";
import { Button } from "#ui/button.tsx";
import { ChoiceField } from "#ui/choice/choice.tsx";
import { Taps } from "#ui/choice/taps.tsx";
import { FigureField } from "#ui/figure/figureField.tsx";
import { WordsField } from "#ui/wordsField.tsx";

interface WeeklySurgesProps {
  readonly surges: readonly WeeklySurge[];
  readonly onSurges: (surges: readonly WeeklySurge[]) => void;
}

const DAYS = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"] as const;
const EVERY_DAY = [1, 2, 3, 4, 5, 6, 7];
const MOST_CUPS = 5000;
const NOON_MIN = 720;

/** Sailings, trains, breaks: queues that come again on their weekdays. */
export function WeeklySurges({ surges, onSurges }: WeeklySurgesProps) {
  const set = (id: string, part: Partial<WeeklySurge>) =>
    onSurges(surges.map((surge) => (surge.id === id ? { ...surge, ...part } : surge)));
  const add = () =>
    onSurges([
      ...surges,
      { id: uuidv7(), name: "a sailing", atMin: NOON_MIN, cups: 20, serve: null, weekdays: EVERY_DAY },
    ]);
  return (
    <section aria-label="surges that come again">
      <h3 className="font-semibold">Surges that come again</h3>
      <p className="text-quiet text-sm">
        Only those that the sales do not show yet: what sold before each sailing is in them already.
      </p>
      <ul>
        {surges.map(({ id, name, atMin, cups, serve, weekdays }) => (
          <li key={id} className="grid gap-x-4 border-rim/20 border-t py-2 sm:grid-cols-2">
            <WordsField
              label="what it is"
              value={name}
              most={80}
              onValue={(next) => set(id, { name: next.trim() || "a surge" })}
            />
            <FigureField
              label="at"
              field={`${id} at`}
              kind="clock"
              value={atMin}
              bounds={[0, 1440]}
              onValue={(next) => next !== null && set(id, { atMin: next })}
            />
            <FigureField
              label="cups before it"
              field={`${id} cups`}
              kind="count"
              step={5}
              value={cups}
              bounds={[0, MOST_CUPS]}
              onValue={(next) => next !== null && set(id, { cups: next })}
            />
            <ChoiceField<Serve | "">
              label="of"
              value={serve ?? ""}
              options={[
                { value: "", text: "hot and iced" },
                { value: "hot", text: "hot" },
                { value: "iced", text: "iced" },
              ]}
              onChange={(next) => set(id, { serve: next === "" ? null : next })}
            />
            <Taps
              label={`on which days: ${name}`}
              many
              options={DAYS.map((text, i) => ({ value: String(i + 1), text }))}
              text={weekdays.join(" ")}
              onText={(text) => set(id, { weekdays: text.split(" ").filter(Boolean).map(Number) })}
            />
            <div>
              <Button onClick={() => onSurges(surges.filter((surge) => surge.id !== id))}>
                <X size={16} aria-hidden /> Take it away<span className="sr-only">: {name}</span>
              </Button>
            </div>
          </li>
        ))}
      </ul>
      <Button onClick={add}>
        <Plus size={16} aria-hidden /> One that comes again
      </Button>
    </section>
  );
}
