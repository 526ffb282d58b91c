import { ArrowDown, ArrowUp, ChevronsUpDown } from "lucide-react";

interface HeadProps {
  readonly head: string;
  /** Whether the rows are sorted by it, downwards; undefined where they are not. */
  readonly down: boolean | undefined;
  readonly onTurn: () => void;
}

/** A column's head: a tap sorts upwards, another downwards, a third not at all. */
export function Head({ head, down, onTurn }: HeadProps) {
  const Arrow = down === undefined ? ChevronsUpDown : down ? ArrowDown : ArrowUp;
  const sort = down === undefined ? "none" : down ? "descending" : "ascending";
  return (
    <th aria-sort={sort} className="pr-0.5 font-normal">
      <button
        type="button"
        onClick={onTurn}
        className={`relative inline-flex min-h-12 items-center whitespace-nowrap pr-3.5 ${down === undefined ? "" : "font-semibold text-ink"}`}
      >
        {head}
        {/* The arrow stands in the room between two columns: beside the words it would make each of them wider. */}
        <Arrow
          size={12}
          aria-hidden
          className={`absolute right-0 ${down === undefined ? "opacity-40" : ""}`}
        />
      </button>
    </th>
  );
}

interface BoxProps {
  readonly label: string;
  readonly checked: boolean;
  readonly onChange: (checked: boolean) => void;
}

/** As large as a thumb, which the box alone is not. */
export function Box({ label, checked, onChange }: BoxProps) {
  return (
    <label className="flex size-12 cursor-pointer items-center justify-center">
      <input
        type="checkbox"
        aria-label={label}
        className="size-5 accent-rim"
        checked={checked}
        onChange={(event) => onChange(event.target.checked)}
      />
    </label>
  );
}

/** Room of the rows that are out of sight. */
export function Gap({ px }: { readonly px: number }) {
  return (
    <tbody aria-hidden>
      <tr>
        <td style={{ height: px }} />
      </tr>
    </tbody>
  );
}
