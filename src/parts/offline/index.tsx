"use client";

import dynamic from "next/dynamic";

/** Fetched beside the page, which stands without it. */
export const Offline = dynamic(() => import("./onDevice.tsx"), { ssr: false });
