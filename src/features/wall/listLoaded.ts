"use client";

import dynamic from "next/dynamic";

/** Fetched where it is shown: the chart itself has no use for what a sorted table takes. */
export const WallList = dynamic(() => import("./list.tsx").then(({ WallList }) => WallList));
