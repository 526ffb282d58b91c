import type { Metadata, Viewport } from "next";
import type { ReactNode } from "react";
import "@fontsource-variable/atkinson-hyperlegible-next";
import "@fontsource-variable/bricolage-grotesque";
import "#ui/theme.css";

export const metadata: Metadata = { title: "Tumbek", description: "From one good cup to every pot" };

export const viewport: Viewport = { width: "device-width", initialScale: 1 };

export default function Layout({ children }: { readonly children: ReactNode }) {
  return (
    <html lang="en">
      <body>{children}</body>
    </html>
  );
}
