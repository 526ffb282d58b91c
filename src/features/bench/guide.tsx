"use client";

import { Check } from "lucide-react";
import { type ReactNode, useState } from "react";
import type { ThingKind } from "#contract/fields.ts";
import type { RowOf } from "#contract/things.ts";
import { typicalsOf } from "#contract/typical.ts";
import { Button, buttonClass } from "#ui/button.tsx";
import { useCounter } from "#ui/counter.tsx";
import { Link } from "#ui/link.tsx";
import { Panel } from "#ui/panel.tsx";
import { rightSentence } from "#words/people";
import {
  BlankRuns,
  BrewedPots,
  GrindCurve,
  ThingForm,
  UsualBench,
  WeighBeans,
  WeighVessel,
} from "./measures.ts";
import type { BrewerRow, GrinderRow, VesselRow } from "./rows.ts";

export interface GuideProps {
  /** Whether there is a site yet: without one, nothing else has a place. */
  readonly hasSite: boolean;
  readonly brewers: readonly BrewerRow[];
  readonly vessels: readonly VesselRow[];
  readonly grinders: readonly GrinderRow[];
  readonly coffees: readonly RowOf<"coffee">[];
  readonly recipes: number;
}

interface Step {
  readonly name: string;
  /** Why it matters, in a line. */
  readonly why: string;
  readonly done: boolean;
  /** The step can only be done after another one. */
  readonly waits?: boolean;
  readonly form: (onDone: () => void) => ReactNode;
}

/** From an empty house to a right sheet: what to put on the bench, and four weighings, in the order of the job. */
export function Guide({ hasSite, brewers, vessels, grinders, coffees, recipes }: GuideProps) {
  const { may } = useCounter();
  const put = (kind: ThingKind, first: readonly string[]) => (onDone: () => void) => (
    <ThingForm kind={kind} typicals={typicalsOf(kind)} first={first} onDone={onDone} />
  );
  const [vessel] = vessels;
  const [grinder] = grinders;
  const [coffee] = coffees;
  const brewer = brewers.find(({ figures }) => figures.kind === "batch") ?? brewers[0];
  const isKnown = (
    row: { readonly typical: readonly string[]; readonly measured: string | undefined } | undefined,
    aspect: string,
  ) => row !== undefined && !row.typical.includes(aspect);
  const steps: readonly Step[] = [
    {
      name: "A site",
      why: "How high it lies says where water boils.",
      done: hasSite,
      form: (onDone) => (
        <ThingForm
          kind="site"
          start={{ timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone, currency: "GBP" }}
          onDone={onDone}
        />
      ),
    },
    {
      name: "A brewer",
      why: "The one that fills the pots. Start from a typical one, and put its own figures in as you know them.",
      done: brewers.length > 0,
      waits: !hasSite,
      form: put("brewer", [
        "name",
        "kind",
        "shape",
        "topDiameterMm",
        "bottomDiameterMm",
        "heightMm",
        "minSettingG",
        "maxSettingG",
        "stepG",
        "doseMaxG",
      ]),
    },
    {
      name: "A vessel",
      why: "The pot that a batch must fill, no more and no less.",
      done: vessels.length > 0,
      waits: !hasSite,
      form: put("vessel", ["name", "kind", "iced", "brimG", "workingG"]),
    },
    {
      name: "A grinder",
      why: "Its dial is what a card names.",
      done: grinders.length > 0,
      waits: !hasSite,
      form: put("grinder", ["name", "dialMin", "dialMax", "dialStep", "higherIs"]),
    },
    {
      name: "What its dial grinds",
      why: "So that a sheet ends with a setting. Rub a pinch of two settings between your fingers: words are enough.",
      done: (grinder?.curves.length ?? 0) > 0,
      waits: !grinder,
      form: (onDone) => grinder && <GrindCurve grinder={grinder} onDone={onDone} />,
    },
    {
      name: "A coffee",
      why: "Its density says how deep a bed it makes.",
      done: coffees.length > 0,
      waits: !hasSite,
      form: put("coffee", ["name", "roastLevel", "roastedOn", "densityGPerMl"]),
    },
    {
      name: "A recipe",
      why: "The one good cup. If it was brewed in a hand cone, put that on the bench as a second brewer first.",
      done: recipes > 0,
      waits: brewers.length === 0 || grinders.length === 0 || coffees.length === 0,
      form: () => (
        <Link href="/recipes/new" className={buttonClass("main")}>
          Write it down
        </Link>
      ),
    },
    {
      name: "Weigh the pot",
      why: "Empty, full to the brim, and as full as you use it.",
      done: isKnown(vessel, "fill") && vessel?.measured !== undefined,
      waits: !vessel,
      form: (onDone) => vessel && <WeighVessel vessel={vessel} onDone={onDone} />,
    },
    {
      name: "A blank run",
      why: "What the brewer delivers is not what is set on it: run it with water only, and weigh it.",
      done: isKnown(brewer, "delivery") && (brewer?.runs.length ?? 0) > 0,
      waits: !brewer,
      form: (onDone) => brewer && <BlankRuns brewer={brewer} onDone={onDone} />,
    },
    {
      name: "A brewed pot",
      why: "What the bed keeps never reaches the pot: weigh the coffee, the water and what came out.",
      done: isKnown(brewer, "retention") && (brewer?.yields.length ?? 0) > 0,
      waits: !brewer,
      form: (onDone) => brewer && <BrewedPots brewer={brewer} onDone={onDone} />,
    },
    {
      name: "Weigh beans",
      why: "A full cup of them, levelled and not pressed.",
      done: isKnown(coffee, "density") && coffee?.measured !== undefined,
      waits: !coffee,
      form: (onDone) => coffee && <WeighBeans coffee={coffee} onDone={onDone} />,
    },
  ];
  const next = steps.findIndex(({ done, waits }) => !done && !waits);
  const [open, setOpen] = useState<number>();
  // Its things come one after the other: the form stays until the last of them is there.
  const [atOnce, setAtOnce] = useState<"offered" | "begun" | "done">("offered");
  const isBare = hasSite && [brewers, vessels, grinders, coffees].every(({ length }) => length === 0);
  const isAtOnce = atOnce === "begun" || (atOnce === "offered" && isBare);
  const canScale = steps.slice(0, SHEET_STEPS).every(({ done }) => done);
  if (!may("setBench")) {
    return (
      <Panel title="A first sheet">
        <p className="text-quiet">{rightSentence("setBench")}</p>
      </Panel>
    );
  }
  return (
    <Panel title="A first sheet, step by step">
      {isAtOnce && <UsualBench onBegin={() => setAtOnce("begun")} onDone={() => setAtOnce("done")} />}
      <ol>
        {steps.map((step, i) => {
          const shown = open === i || (open === undefined && i === next && !isAtOnce);
          return (
            <li key={step.name} className="border-rim/20 border-b py-2 last:border-0">
              <div className="flex flex-wrap items-center gap-3">
                <span
                  className={`flex size-8 shrink-0 items-center justify-center rounded-full border-2 font-semibold ${step.done ? "border-good text-good" : "border-rim"}`}
                >
                  {step.done ? <Check size={18} aria-hidden /> : i + 1}
                </span>
                <span className="min-w-48 flex-1">
                  <span className="font-semibold">{step.name}</span>
                  {step.done && <span className="sr-only">, done</span>}
                  <span className="block text-quiet text-sm">{step.why}</span>
                </span>
                {!shown && !step.waits && (
                  <Button onClick={() => setOpen(i)}>
                    {step.done ? "Again" : "Do it"}
                    <span className="sr-only">: {step.name}</span>
                  </Button>
                )}
              </div>
              {shown && !step.waits && (
                // The next step opens by itself when this one is done.
                <div className="mt-2">{step.form(() => setOpen((now) => (now === i ? undefined : now)))}</div>
              )}
            </li>
          );
        })}
      </ol>
      {canScale && (
        <p className="mt-3">
          <Link href="/scale" className={buttonClass("main")}>
            To your first sheet
          </Link>
        </p>
      )}
    </Panel>
  );
}

/** With so many steps done there is a sheet; the weighings make it right. */
const SHEET_STEPS = 7;
