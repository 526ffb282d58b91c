"use client";

/** Around a page whose filters and order live in its link; the pages without any do not load it. */
export { NuqsAdapter as LinkState } from "nuqs/adapters/next/app";
