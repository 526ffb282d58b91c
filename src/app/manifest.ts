import type { MetadataRoute } from "next";

/** What a tablet that installs Tumbek needs to know of it: it opens at the Bar. */
export default function manifest(): MetadataRoute.Manifest {
  return {
    name: "Tumbek",
    short_name: "Tumbek",
    description: "From one good cup to every pot",
    start_url: "/bar",
    display: "standalone",
    background_color: "#e9edeb",
    theme_color: "#23408e",
    icons: [192, 512].map((size) => ({
      src: `/icon-${size}.png`,
      sizes: `${size}x${size}`,
      type: "image/png",
    })),
  };
}
