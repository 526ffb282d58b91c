import type { DayKit, KitAhead } from "#contract/dayKit.ts";
import type { OtherDrink } from "#contract/dayPlanKinds.ts";
import { aheadFor, type PlanForecast, type PlanInput } from "#core/shift";
import { cupsOfOthers } from "#scaling/plan";
import { Panel } from "#ui/panel.tsx";
import { useUnits } from "#ui/units.tsx";
import { concentrateSentences, iceAheadSentence } from "#words/plan";

interface AheadPanelProps {
  readonly kit: DayKit;
  readonly input: PlanInput;
  readonly forecast: PlanForecast;
  readonly opensMin: number;
  readonly otherDrinks: readonly OtherDrink[];
}

const MOST_BATCHES = 40;
const G_PER_KG = 1000;
const H_PER_DAY = 24;

/** What is made the evening before: concentrate, and ice where the machine alone does not bring enough. */
export function AheadPanel({ kit, input, forecast, opensMin, otherDrinks }: AheadPanelProps) {
  const units = useUnits();
  const { ice } = input;
  // On nine days in ten so much is drawn; what the machine makes until closing comes to what lies in it.
  const shortKg = ice
    ? forecast.ranges.iceKg[1] - ice.initKg - ice.perSlotKg * (input.slots - input.nowSlot)
    : 0;
  const lines = kit.ahead.map((ahead) => ({
    ahead,
    sentences: sentencesOf(ahead, input, { opensMin, otherDrinks, clock: units.printClock }),
  }));
  if (lines.length === 0 && shortKg <= 0) return null;
  return (
    <Panel title="The evening before" className="print:break-inside-avoid">
      <ul aria-label="the evening before">
        {lines.map(({ ahead: { cardId, title, doseG }, sentences: [first, ...others] }) => (
          <li key={cardId} className="border-rim/20 border-t py-2 first:border-0">
            <span className="font-semibold">{first}</span> {title}, {units.printMass(doseG)} each.
            <span className="block text-quiet text-sm">{others.join(" ")}</span>
          </li>
        ))}
        {shortKg > 0 && (
          <li className="border-rim/20 border-t py-2 first:border-0">
            {iceAheadSentence(units.printMass(Math.ceil(shortKg * 10) * (G_PER_KG / 10)))}
          </li>
        )}
      </ul>
    </Panel>
  );
}

function sentencesOf(
  ahead: KitAhead,
  { products, dayFactors }: PlanInput,
  {
    opensMin,
    otherDrinks,
    clock,
  }: Pick<AheadPanelProps, "opensMin" | "otherDrinks"> & { readonly clock: (min: number) => string },
): readonly string[] {
  const { product: key, cups, steepH, keptH } = ahead;
  const product = products.find(({ name }) => name === key);
  if (!product) return [];
  const { meanCups, varianceToMean, lostPerCup, pouredPerCup, options } = product;
  const others = cupsOfOthers(ahead, otherDrinks);
  const mean = meanCups.reduce((sum, each) => sum + each, others);
  // Drained when the doors open, it is there for the next day's guests while it keeps.
  const keptCups = keptH > H_PER_DAY ? mean : 0;
  const made = aheadFor({
    meanCups: mean,
    varianceToMean,
    dayFactors,
    cupsPerBatch: cups,
    cupsThere: 0,
    lostPerCup,
    pouredPerCup,
    keptCups,
    fixed: options[0]?.fixed ?? 0,
    mostBatches: MOST_BATCHES,
  });
  return concentrateSentences({ ...made, meanCups: mean, otherCups: others, steepH, keptH, opensMin }, clock);
}
