import type { Metadata, Viewport } from "next";
import { headers } from "next/headers";
import type { ReactNode } from "react";
import "@fontsource-variable/atkinson-hyperlegible-next";
import "@fontsource-variable/bricolage-grotesque";
import { Listening } from "#ui/listening.tsx";
import "#ui/theme.css";

export const metadata: Metadata = { title: "Tumbek", description: "From one good cup to every pot" };

export const viewport: Viewport = { width: "device-width", initialScale: 1 };

export default async function Layout({ children }: { readonly children: ReactNode }) {
  const nonce = (await headers()).get("x-tumbek-nonce") ?? undefined;
  return (
    <html lang="en">
      <head>
        <script src="/early-taps.js" nonce={nonce} suppressHydrationWarning />
      </head>
      <body>
        {children}
        <Listening />
      </body>
    </html>
  );
}
