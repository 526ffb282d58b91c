interface Line {
  readonly name: string;
  readonly x: readonly number[];
  readonly y: readonly number[];
}

const [WIDTH, HEIGHT] = [640, 300];
const FRAME = { left: 52, right: 12, top: 12, bottom: 44 };
const STROKES = ["#d0451b", "#23408e", "#0e7f95"];
const TICKS = 5;

/** A small line drawing for the documents: the same text for the same figures. */
export function drawing({
  title,
  lines,
  x,
  y,
}: {
  readonly title: string;
  readonly lines: readonly Line[];
  readonly x: string;
  readonly y: string;
}): string {
  const most = (read: (line: Line) => readonly number[]) => Math.max(...lines.flatMap(read));
  const [mostX, mostY] = [most((line) => line.x), most((line) => line.y)];
  const atX = (value: number) => FRAME.left + (value / mostX) * (WIDTH - FRAME.left - FRAME.right);
  const atY = (value: number) =>
    HEIGHT - FRAME.bottom - (value / mostY) * (HEIGHT - FRAME.top - FRAME.bottom);
  const ticks = Array.from({ length: TICKS + 1 }, (_, i) => i / TICKS);
  const parts = [
    ...ticks.map((share) => {
      const [tx, ty] = [share * mostX, share * mostY];
      return `<text x="${atX(tx).toFixed(0)}" y="${HEIGHT - 26}" text-anchor="middle">${tx.toFixed(0)}</text><text x="${FRAME.left - 8}" y="${(atY(ty) + 4).toFixed(0)}" text-anchor="end">${ty.toFixed(0)}</text><line x1="${FRAME.left}" x2="${WIDTH - FRAME.right}" y1="${atY(ty).toFixed(0)}" y2="${atY(ty).toFixed(0)}" stroke="#d5dbe5"/>`;
    }),
    ...lines.map(({ name, x: xs, y: ys }, i) => {
      const path = xs
        .map((value, at) => `${atX(value).toFixed(1)} ${atY(ys[at] ?? 0).toFixed(1)}`)
        .join(" L ");
      const label = `<text x="${WIDTH - FRAME.right - 6}" y="${FRAME.top + 16 + 16 * i}" text-anchor="end" fill="${STROKES[i]}">${name}</text>`;
      return `<path d="M ${path}" fill="none" stroke="${STROKES[i]}" stroke-width="2"/>${label}`;
    }),
    `<text x="${WIDTH / 2}" y="${HEIGHT - 6}" text-anchor="middle">${x}</text>`,
    `<text transform="translate(14 ${HEIGHT / 2}) rotate(-90)" text-anchor="middle">${y}</text>`,
  ];
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${WIDTH} ${HEIGHT}" font-family="sans-serif" font-size="12" fill="#16213d"><title>${title}</title><rect width="${WIDTH}" height="${HEIGHT}" fill="#f7f8f4"/>\n${parts.join("\n")}\n</svg>\n`;
}
