"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Serve } from "#core/sheet";
import { parseLiquid, printNumber, printPct, printTime } from "#core/units";
import { Button, buttonClass } from "#ui/button.tsx";
import { Choice } from "#ui/choice/choice.tsx";
import { Link } from "#ui/link.tsx";
import { Panel } from "#ui/panel.tsx";
import { useUnits } from "#ui/units.tsx";
import { printSetting, quantitySentence } from "#words/figures";

interface Named {
  readonly id: string;
  readonly name: string;
}

export interface SideView {
  readonly site: Named;
  readonly brewer: Named & { readonly byHand: boolean };
  readonly grinder: Named;
  readonly brewers: readonly Named[];
  readonly grinders: readonly Named[];
  /** Its sheet on Scale; undefined at a site where this browser does not work. */
  readonly href: string | undefined;
  readonly approved: boolean;
  readonly waterTempC: number;
  readonly bedDepthMm: number | undefined;
  readonly retentionGPerG: number;
  readonly grindUm: number | undefined;
  /** Undefined, and why, where there is no sheet. */
  readonly figures:
    | {
        readonly doseG: number;
        readonly settingG: number;
        readonly brewWaterG: number;
        readonly iceG: number;
        readonly yieldG: number;
        readonly ratio: number;
        readonly dialSetting: number | undefined;
        readonly timeS: number | undefined;
        readonly strengthPct: number | undefined;
      }
    | undefined;
  readonly trouble: string | undefined;
}

export interface SitesView {
  readonly recipe: Named;
  readonly recipes: readonly Named[];
  readonly sites: readonly Named[];
  readonly serve: Serve;
  /** Undefined where each brewer brews a pot of its own. */
  readonly sizeG: number | undefined;
  readonly sides: readonly [SideView, SideView];
  readonly whys: readonly string[];
}

const LEAST_G = 50;
const MOST_G = 200_000;

/** One recipe on two sites' equipment, side by side: what differs, and why. */
export function Sites(view: SitesView) {
  const units = useUnits();
  const router = useRouter();
  const { recipe, serve, sizeG, sides, whys } = view;
  const [size, setSize] = useState(() => (sizeG === undefined ? "" : units.printLiquid(sizeG)));
  const [trouble, setTrouble] = useState<string>();
  const go = (change: Readonly<Record<string, string>>) => {
    const [a, b] = sides;
    const query = new URLSearchParams({
      recipe: recipe.id,
      serve,
      ...(sizeG !== undefined && { size: String(sizeG) }),
      a: a.site.id,
      b: b.site.id,
      brewerA: a.brewer.id,
      brewerB: b.brewer.id,
      grinderA: a.grinder.id,
      grinderB: b.grinder.id,
      ...change,
    });
    router.push(`/recipes/sites?${query}`);
  };
  const resize = () => {
    if (size.trim() === "") return go({ size: "" });
    const parsed = parseLiquid(size, units.mass);
    if (!parsed.ok) return setTrouble(quantitySentence(parsed.failure));
    if (!(parsed.value >= LEAST_G && parsed.value <= MOST_G)) {
      return setTrouble("A pot is between 50 g and 200 l.");
    }
    setTrouble(undefined);
    go({ size: String(parsed.value) });
  };
  return (
    <div className="mx-auto flex max-w-6xl flex-col gap-3">
      <header className="flex flex-wrap items-center gap-2">
        <h1 className="text-2xl">
          <bdi>{recipe.name}</bdi> on two sites
        </h1>
        <Link href={`/recipes/${recipe.id}`} className={`ml-auto ${buttonClass()}`}>
          To the recipe
        </Link>
      </header>
      <form
        className="flex flex-wrap items-center gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          resize();
        }}
      >
        <Choice
          label="recipe"
          value={recipe.id}
          options={optionsOf(view.recipes)}
          onChange={(id) => go({ recipe: id })}
        />
        <Choice
          label="served"
          value={serve}
          options={[
            { value: "hot", text: "hot" },
            { value: "iced", text: "iced" },
          ]}
          onChange={(value) => go({ serve: value })}
        />
        <label className="flex items-center gap-2">
          <span className="text-quiet text-sm">a pot of</span>
          <input
            value={size}
            onChange={(event) => setSize(event.target.value)}
            aria-invalid={trouble !== undefined}
            placeholder="each its own"
            className="min-h-10 w-28 rounded-md border-2 border-rim/50 bg-enamel px-2"
          />
        </label>
        <Button type="submit">Compare</Button>
        {trouble && (
          <span role="alert" className="text-sm text-stop">
            {trouble}
          </span>
        )}
      </form>
      <div className="relative overflow-x-auto rounded-panel border-2 border-rim bg-enamel p-4">
        <table className="w-full tabular-nums">
          <thead>
            <tr className="text-left align-top">
              <th className="sr-only">what</th>
              {(["A", "B"] as const).map((at, i) => {
                const side = sides[i]!;
                const which = i === 0 ? "first" : "second";
                return (
                  <th key={at} scope="col" className="pr-4 pb-2 font-normal">
                    <span className="flex flex-col items-start gap-1">
                      <Choice
                        label={`${which} at`}
                        value={side.site.id}
                        options={optionsOf(view.sites)}
                        onChange={(id) =>
                          go({ [at.toLowerCase()]: id, [`brewer${at}`]: "", [`grinder${at}`]: "" })
                        }
                      />
                      <Choice
                        label={`${which} on`}
                        value={side.brewer.id}
                        options={optionsOf(side.brewers)}
                        onChange={(id) => go({ [`brewer${at}`]: id })}
                      />
                      <Choice
                        label={`${which} ground on`}
                        value={side.grinder.id}
                        options={optionsOf(side.grinders)}
                        onChange={(id) => go({ [`grinder${at}`]: id })}
                      />
                      {side.href && (
                        <Link href={side.href} className="text-sm underline underline-offset-4">
                          on Scale<span className="sr-only"> at {side.site.name}</span>
                        </Link>
                      )}
                    </span>
                  </th>
                );
              })}
            </tr>
          </thead>
          <tbody>
            {ROWS.map(([name, read]) => {
              const [a, b] = sides.map((side) => read(side, units)) as [string, string];
              return (
                <tr key={name} className="border-rim/20 border-t">
                  <th scope="row" className="py-1 pr-4 text-left font-normal text-quiet">
                    {name}
                  </th>
                  {[a, b].map((text, i) => (
                    <td
                      // The two sides never change places.
                      // biome-ignore lint/suspicious/noArrayIndexKey: see above
                      key={i}
                      className={`py-1 pr-4 font-display text-lg ${a === b ? "" : "font-bold underline decoration-due decoration-dotted underline-offset-4"}`}
                    >
                      {text}
                    </td>
                  ))}
                </tr>
              );
            })}
          </tbody>
        </table>
        {sides.map(
          ({ site, trouble: said }) =>
            said && (
              <p key={site.id} className="mt-2 text-due">
                <bdi>{site.name}</bdi>: {said}
              </p>
            ),
        )}
      </div>
      <Panel title="What differs, and why">
        <ul className="list-disc space-y-1 pl-5">
          {whys.map((why) => (
            <li key={why}>
              <bdi>{why}</bdi>
            </li>
          ))}
        </ul>
      </Panel>
    </div>
  );
}

type Read = (side: SideView, units: ReturnType<typeof useUnits>) => string;
const NONE = "—";

const ROWS: readonly (readonly [string, Read])[] = [
  ["coffee", ({ figures }, units) => (figures ? units.printMass(figures.doseG) : NONE)],
  [
    "water",
    ({ figures, brewer }, units) =>
      !figures
        ? NONE
        : brewer.byHand
          ? units.printLiquid(figures.brewWaterG)
          : `${units.printLiquid(figures.brewWaterG)}, set ${printSetting(figures.settingG)}`,
  ],
  ["ice", ({ figures }, units) => (figures && figures.iceG > 0 ? units.printMass(figures.iceG) : NONE)],
  ["ratio", ({ figures }, units) => (figures ? units.printRatio(figures.ratio) : NONE)],
  [
    "dial",
    ({ figures, grinder, approved }) =>
      figures?.dialSetting === undefined
        ? NONE
        : `${grinder.name} ${printNumber(figures.dialSetting, 2)}${approved ? ", approved" : ", forecast"}`,
  ],
  ["grind", ({ grindUm }) => (grindUm === undefined ? NONE : `${printNumber(grindUm, 0)} µm`)],
  ["water at the bed", ({ waterTempC }, units) => units.printTemp(waterTempC)],
  ["bed", ({ bedDepthMm }) => (bedDepthMm === undefined ? NONE : `${printNumber(bedDepthMm, 0)} mm`)],
  ["the bed keeps", ({ retentionGPerG }) => `${printNumber(retentionGPerG, 2)} g per g`],
  ["time", ({ figures }) => (figures?.timeS === undefined ? NONE : printTime(Math.round(figures.timeS)))],
  ["strength", ({ figures }) => (figures?.strengthPct === undefined ? NONE : printPct(figures.strengthPct))],
  ["comes out", ({ figures }, units) => (figures ? units.printLiquid(figures.yieldG) : NONE)],
];

function optionsOf(rows: readonly Named[]) {
  return rows.map(({ id, name }) => ({ value: id, text: name }));
}
