"use client";

import dynamic from "next/dynamic";
import { notFetched } from "#ui/notFetched.ts";

/** Fetched beside the page, which stands without it. */
export const Offline = dynamic(() => import("./onDevice.tsx").catch(notFetched), { ssr: false });
