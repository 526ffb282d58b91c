"use client";

/*
 * Parts of the bench: of a page that may show any of them, only the one that is shown is loaded.
 */

import dynamic from "next/dynamic";

export const Brewers = dynamic(() => import("./brewers.tsx").then(({ Brewers }) => Brewers));
export const Care = dynamic(() => import("./care.tsx").then(({ Care }) => Care));
export const Coffees = dynamic(() => import("./coffees.tsx").then(({ Coffees }) => Coffees));
export const Filters = dynamic(() => import("./filters.tsx").then(({ Filters }) => Filters));
export const Grinders = dynamic(() => import("./grinders.tsx").then(({ Grinders }) => Grinders));
export const HousePart = dynamic(() => import("./house.tsx").then(({ HousePart }) => HousePart));
export const Supplies = dynamic(() => import("./supplies.tsx").then(({ Supplies }) => Supplies));
export const Vessels = dynamic(() => import("./vessels.tsx").then(({ Vessels }) => Vessels));
