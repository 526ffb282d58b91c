import { AWAY_WORDS, type Away, KEPT_PLACES } from "#words/offline";

const STYLE = `
  :root { color-scheme: light dark; --page: #e9edeb; --panel: #f7f8f4; --ink: #16213d; --rim: #23408e }
  @media (prefers-color-scheme: dark) { :root { --page: #0c1120; --panel: #141b30; --ink: #eef1f7; --rim: #8ea8f0 } }
  body { margin: 0; min-height: 100dvh; display: grid; place-content: center; gap: 1rem; padding: 1rem; background: var(--page);
    color: var(--ink); font: 1.125rem/1.5 "Atkinson Hyperlegible Next Variable", ui-sans-serif, system-ui, sans-serif }
  main { max-width: 36rem; padding: 1.25rem; background: var(--panel); border: 2px solid var(--rim); border-radius: 10px }
  h1 { margin: 0 0 .5rem; font-size: 1.5rem }
  p { margin: 0 0 1rem }
  nav { display: flex; flex-wrap: wrap; gap: .5rem }
  a { min-height: 48px; display: grid; place-content: center; padding: 0 1rem; color: inherit; border: 2px solid var(--rim);
    border-radius: 10px }
`;

/**
 * A page of the device itself, without any script: why nothing else is shown, and what can be opened.
 *
 * @param keptPaths places that are kept on the device
 */
export function awayPage(away: Away, keptPaths: readonly string[]): Response {
  const { title, text } = AWAY_WORDS[away];
  const places = Object.entries(KEPT_PLACES).filter(([path]) => keptPaths.includes(path));
  const links = [["", "Try again"], ...places].map(([path, name]) => `<a href="${path}">${name}</a>`);
  const html = `<!DOCTYPE html><html lang="en"><head><meta charset="utf-8"><title>${title} · Tumbek</title>
<meta name="viewport" content="width=device-width, initial-scale=1"><style>${STYLE}</style></head>
<body><main><h1>${title}</h1><p>${text}</p><nav>${links.join("")}</nav></main></body></html>`;
  return new Response(html, {
    status: 503,
    headers: {
      "content-type": "text/html; charset=utf-8",
      "content-security-policy": "default-src 'none'; style-src 'unsafe-inline'",
    },
  });
}
