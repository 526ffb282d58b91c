import type { Signs } from "#core/trial";

type Bed = NonNullable<Signs["bed"]>;

/** Upper edge of a bed inside its basket, from the left wall to the right, by its shape. */
const EDGES: { readonly [bed in Bed]: string } = {
  flat: "M 5 22 L 43 22",
  uneven: "M 5 18 Q 14 30 22 22 T 36 24 T 43 17",
  sloped: "M 4 14 L 44 28",
  cratered: "M 5 20 L 13 20 Q 17 31 21 20 L 27 20 Q 31 31 35 20 L 43 20",
  domed: "M 6 26 Q 24 8 42 26",
  coneShaped: "M 3 10 L 24 33 L 45 10",
};

/** A basket cut through with the bed that is left in it; grounds on the wall where they stand high. */
export function BedSide({ bed = "flat", wall }: Pick<Signs, "bed" | "wall">) {
  const [, ...rest] = EDGES[bed].split(" ");
  return (
    <svg viewBox="0 0 48 40" width={48} height={40} aria-hidden="true" className="block">
      <path d={`M ${rest.join(" ")} L 40 37 L 8 37 Z`} className="fill-coffee" />
      {wall && wall !== "clean" && (
        <g className="fill-coffee">
          {(wall === "high" ? [5, 9, 13, 17] : [14, 18]).map((y) => (
            <g key={y}>
              <circle cx={2.5 + y * 0.14} cy={y} r={1.6} />
              <circle cx={45.5 - y * 0.14} cy={y} r={1.6} />
            </g>
          ))}
        </g>
      )}
      <path
        d="M 1 3 L 8 37 L 40 37 L 47 3"
        className="fill-none stroke-rim"
        strokeWidth={2}
        strokeLinejoin="round"
      />
    </svg>
  );
}

/** The same bed from above: dark where it lies deep, light where water dug or left it. */
export function BedAbove({ bed }: { readonly bed: Bed }) {
  return (
    <svg viewBox="0 0 32 32" width={32} height={32} aria-hidden="true" className="block">
      <circle cx={16} cy={16} r={14} className="fill-coffee stroke-rim" strokeWidth={2} />
      <g className="fill-enamel" fillOpacity={0.55}>
        {bed === "uneven" && <path d="M 7 12 q 5 -5 9 0 t 9 1 q -3 5 -9 3 t -9 -4" />}
        {bed === "sloped" && <path d="M 16 2 a 14 14 0 0 1 0 28 q 5 -14 0 -28" />}
        {bed === "cratered" &&
          [9, 16, 23].map((x, i) => <circle key={x} cx={x} cy={i === 1 ? 21 : 12} r={3.4} />)}
        {bed === "domed" && <circle cx={16} cy={16} r={6} />}
        {bed === "coneShaped" && <circle cx={16} cy={16} r={9} fillOpacity={0.35} />}
      </g>
      {bed === "coneShaped" && <circle cx={16} cy={16} r={2.4} className="fill-ink" />}
    </svg>
  );
}

/** Light through a cup: how much of it comes through. */
export function CupLight({ colour }: { readonly colour: NonNullable<Signs["colour"]> }) {
  const through = { pale: 0.35, right: 0.7, dark: 1 }[colour];
  return (
    <svg viewBox="0 0 32 32" width={32} height={32} aria-hidden="true" className="block">
      <path d="M 7 9 L 10 29 L 22 29 L 25 9 Z" className="fill-coffee" fillOpacity={through} />
      <path
        d="M 6 4 L 10 29 L 22 29 L 26 4"
        className="fill-none stroke-rim"
        strokeWidth={2}
        strokeLinejoin="round"
      />
      <path d="M 1 14 L 6 16 M 1 21 L 7 21" className="stroke-due" strokeWidth={2} />
    </svg>
  );
}

/** Slurry's mark in the paper: below its edge, at it, or over it. */
export function SlurryMark({ slurry }: { readonly slurry: NonNullable<Signs["slurry"]> }) {
  const y = { below: 20, atEdge: 10, over: 4 }[slurry];
  return (
    <svg viewBox="0 0 48 40" width={48} height={40} aria-hidden="true" className="block">
      <path
        d={`M ${1 + y * 0.2} ${y} L ${47 - y * 0.2} ${y} L 40 37 L 8 37 Z`}
        className="fill-coffee"
        fillOpacity={0.55}
      />
      <path
        d="M 2 8 L 8 37 L 40 37 L 46 8"
        className="fill-none stroke-ink"
        strokeDasharray="3 2"
        strokeWidth={1.5}
      />
      <path d="M 0 1 L 7 39 L 41 39 L 48 1" className="fill-none stroke-rim" strokeWidth={2} />
    </svg>
  );
}
