import { useState } from "react";
import type { KitAhead } from "#contract/dayKit.ts";
import { PLAN_WAYS, type PlanWay, type SitePlan } from "#contract/dayPlanKinds.ts";
import { ChoiceField } from "#ui/choice/choice.tsx";
import { FigureField } from "#ui/figure/figureField.tsx";
import type { FigureKindName } from "#ui/figure/kinds.ts";
import { QuestionDialog } from "#ui/questionDialog.tsx";
import { WordsField } from "#ui/wordsField.tsx";
import { listed } from "#words/figures";
import { parseClocks, printClocks } from "./clocks.ts";
import { OtherDrinks } from "./otherDrinks.tsx";
import { WeeklySurges } from "./weeklySurges.tsx";

type Numbers = { [Key in keyof SitePlan as SitePlan[Key] extends number ? Key : never]: number };

interface Row {
  readonly key: keyof Numbers;
  readonly label: string;
  readonly kind: FigureKindName;
  readonly bounds: readonly [least: number, most: number];
  readonly step?: number;
  readonly help?: string;
}

const DAY_MIN = 1440;
const MONEY = [0, 1000] as const;
const SHARE = [0, 100] as const;

const HOURS: readonly Row[] = [
  { key: "opensMin", label: "opens", kind: "clock", bounds: [0, DAY_MIN - 1] },
  { key: "closesMin", label: "closes", kind: "clock", bounds: [1, DAY_MIN] },
  { key: "prepMin", label: "brewing begins before, min", kind: "count", bounds: [0, 240], step: 5 },
  { key: "people", label: "people at the counter", kind: "count", bounds: [1, 20] },
  {
    key: "brewSharePct",
    label: "of their time for batches, %",
    kind: "count",
    bounds: [1, 100],
    step: 5,
    help: "The rest goes to the till and to brews to order.",
  },
  { key: "batchHandsMin", label: "work for a batch, min", kind: "times", bounds: [0, 60], step: 0.5 },
];

const MONEYS: readonly Row[] = [
  { key: "priceHot", label: "a hot cup sells for", kind: "times", bounds: MONEY, step: 0.1 },
  { key: "priceIced", label: "an iced cup sells for", kind: "times", bounds: MONEY, step: 0.1 },
  { key: "cupCost", label: "cup and lid cost", kind: "times", bounds: MONEY, step: 0.01 },
  { key: "batchCost", label: "work, water and paper of a batch", kind: "times", bounds: MONEY, step: 0.1 },
  {
    key: "goodwill",
    label: "a guest who leaves in vain costs besides",
    kind: "times",
    bounds: MONEY,
    step: 0.1,
    help: "Some do not come back.",
  },
  {
    key: "patientPct",
    label: "guests who wait or take another, %",
    kind: "count",
    bounds: SHARE,
    step: 5,
    help: "They are not lost.",
  },
  {
    key: "stalePerCupMin",
    label: "a cup loses by the minute, once it is old",
    kind: "times",
    bounds: [0, 10],
    step: 0.001,
    help: "0.003: after an hour beyond its freshness a cup is worth 0.18 less.",
  },
  { key: "graceHotMin", label: "hot is fresh for, min", kind: "count", bounds: [0, DAY_MIN], step: 5 },
  { key: "graceIcedMin", label: "iced is fresh for, min", kind: "count", bounds: [0, DAY_MIN], step: 5 },
];

const BESIDE: readonly Row[] = [
  { key: "staffCups", label: "cups for the staff a day", kind: "count", bounds: [0, 5000] },
  { key: "refillPct", label: "second cups that nobody pays, %", kind: "count", bounds: SHARE },
  {
    key: "icedPerDegPct",
    label: "iced cups more for each degree, %",
    kind: "count",
    bounds: SHARE,
    help: "Beyond the usual temperature.",
  },
  { key: "usualTempC", label: "usual temperature", kind: "°C", bounds: [-40, 50] },
];

const WAYS: { readonly [way in PlanWay]: string } = {
  levels: "levels of cups that are left",
  timetable: "a timetable, where nobody counts",
};

interface SiteDialogProps {
  readonly plan: SitePlan;
  /** Three questions are asked where no sales are known. */
  readonly guesses: boolean;
  readonly concentrates: readonly KitAhead[];
  /** Why it was not kept; what is typed stands. */
  readonly trouble: string | undefined;
  readonly onKeep: (plan: SitePlan) => void;
  readonly onDone: () => void;
}

/** How a site plans its days: its hours and hands, what a cup is worth, and what a day is like while no sale is known. */
export function SiteDialog({ plan, guesses, concentrates, trouble, onKeep, onDone }: SiteDialogProps) {
  const [next, setNext] = useState(plan);
  const set = (part: Partial<SitePlan>) => setNext((before) => ({ ...before, ...part }));
  const rows = (all: readonly Row[]) => (
    <div className="grid gap-x-4 sm:grid-cols-2">
      {all.map(({ key, ...row }) => (
        <FigureField
          key={key}
          {...row}
          value={next[key]}
          onValue={(value) => value !== null && set({ [key]: value })}
        />
      ))}
    </div>
  );
  const { guessed } = next;
  const [peaks, setPeaks] = useState(printClocks(guessed.peaksMin));
  const { unread } = parseClocks(peaks);
  const endsBefore = next.closesMin <= next.opensMin;
  const keep = () => {
    if (!endsBefore && unread.length === 0) onKeep(next);
  };
  return (
    <QuestionDialog
      title="How this site plans"
      wide
      does="Keep it"
      trouble={trouble}
      onDo={keep}
      onDone={onDone}
    >
      {guesses && (
        <section aria-label="a usual day">
          <h3 className="font-semibold">A usual day, while no sales are known</h3>
          <FigureField
            label="cups a day"
            kind="count"
            step={10}
            value={guessed.cupsADay}
            bounds={[0, 5000]}
            onValue={(cupsADay) => cupsADay !== null && set({ guessed: { ...guessed, cupsADay } })}
          />
          <WordsField
            label="when it is full"
            value={peaks}
            help="Times, such as 8:00, 12:30"
            trouble={unread.length > 0 ? `${listed(unread)}: no time of the day.` : undefined}
            onValue={(text) => {
              setPeaks(text);
              set({ guessed: { ...guessed, peaksMin: parseClocks(text).clocks } });
            }}
          />
          <FigureField
            label="of them iced, %"
            kind="count"
            step={5}
            value={guessed.icedPct}
            bounds={SHARE}
            onValue={(icedPct) => icedPct !== null && set({ guessed: { ...guessed, icedPct } })}
          />
        </section>
      )}
      <ChoiceField
        label="pots are brewed by"
        value={next.way}
        options={PLAN_WAYS.map((way) => ({ value: way, text: WAYS[way] }))}
        help="Levels need cups that are counted, by the till or by taps; what each costs here stands on the plan."
        onChange={(way) => set({ way })}
      />
      <section aria-label="hours and hands">
        <h3 className="font-semibold">Hours and hands</h3>
        {rows(HOURS)}
        {endsBefore && (
          <p role="alert" className="text-sm text-stop">
            It must close after it opens.
          </p>
        )}
      </section>
      <WeeklySurges surges={next.surges} onSurges={(surges) => set({ surges })} />
      {concentrates.length > 0 && (
        <OtherDrinks
          drinks={next.otherDrinks}
          concentrates={concentrates}
          onDrinks={(otherDrinks) => set({ otherDrinks })}
        />
      )}
      <section aria-label="what a cup is worth">
        <h3 className="font-semibold">What a cup is worth, in the site's money</h3>
        {rows(MONEYS)}
      </section>
      <section aria-label="cups beside the sales">
        <h3 className="font-semibold">Beside the sales</h3>
        {rows(BESIDE)}
      </section>
    </QuestionDialog>
  );
}
