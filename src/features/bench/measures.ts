"use client";

/*
 * Forms and what stands beside them, each fetched with all that it needs when it is first opened.
 */

import dynamic from "next/dynamic";

export const BlankRuns = dynamic(() => import("./blankRuns.tsx").then(({ BlankRuns }) => BlankRuns));
export const BrewedPots = dynamic(() => import("./brewedPots.tsx").then(({ BrewedPots }) => BrewedPots));
export const Cooling = dynamic(() => import("./cooling.tsx").then(({ Cooling }) => Cooling));
export const CutAway = dynamic(() => import("./cutAway.tsx").then(({ CutAway }) => CutAway));
export const DrainIce = dynamic(() => import("./drainIce.tsx").then(({ DrainIce }) => DrainIce));
export const Drip = dynamic(() => import("./drip.tsx").then(({ Drip }) => Drip));
export const Flows = dynamic(() => import("./flows.tsx").then(({ Flows }) => Flows));
export const GrindCurve = dynamic(() => import("./grindCurve.tsx").then(({ GrindCurve }) => GrindCurve));
export const HeatHelp = dynamic(() => import("./heatHelp.tsx").then(({ HeatHelp }) => HeatHelp));
export const NewBag = dynamic(() => import("./newBag.tsx").then(({ NewBag }) => NewBag));
export const InstrumentsPanel = dynamic(() =>
  import("./instrumentsPanel.tsx").then(({ InstrumentsPanel }) => InstrumentsPanel),
);
export const Pairs = dynamic(() => import("./pairs.tsx").then(({ Pairs }) => Pairs));
export const ThingForm = dynamic(() => import("./thingForm.tsx").then(({ ThingForm }) => ThingForm));
export const UsualBench = dynamic(() => import("./usualBench.tsx").then(({ UsualBench }) => UsualBench));
export const WeighBeans = dynamic(() => import("./weighBeans.tsx").then(({ WeighBeans }) => WeighBeans));
export const WeighVessel = dynamic(() => import("./weighVessel.tsx").then(({ WeighVessel }) => WeighVessel));
