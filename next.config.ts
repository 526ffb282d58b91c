import type { NextConfig } from "next";

const EVERYWHERE = [
  { key: "X-Content-Type-Options", value: "nosniff" },
  { key: "X-Frame-Options", value: "DENY" },
  { key: "Referrer-Policy", value: "same-origin" },
  { key: "Cross-Origin-Opener-Policy", value: "same-origin" },
  { key: "Cross-Origin-Resource-Policy", value: "same-origin" },
  { key: "Permissions-Policy", value: "camera=(), microphone=(), geolocation=()" },
];

const config: NextConfig = {
  // The tests build beside the house's own build, which may be serving.
  distDir: process.env.TUMBEK_DIST ?? ".next",
  poweredByHeader: false,
  reactStrictMode: true,
  // ./tumbek test checks the types of everything, not only of what a page reaches.
  typescript: { ignoreBuildErrors: true },
  // Browsers ask for it out of habit, whatever a page's head says.
  rewrites: async () => [{ source: "/favicon.ico", destination: "/icon.svg" }],
  headers: async () => [
    { source: "/:path*", headers: EVERYWHERE },
    // The worker lies with the build's own files, and is for every page.
    { source: "/_next/static/offline.js", headers: [{ key: "Service-Worker-Allowed", value: "/" }] },
    {
      source: "/api/:path*",
      headers: [{ key: "Content-Security-Policy", value: "default-src 'none'; frame-ancestors 'none'" }],
    },
  ],
};

export default config;
