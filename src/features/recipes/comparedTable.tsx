import type { ComparedRow } from "./rows.ts";

interface ComparedTableProps {
  readonly left: string;
  readonly right: string;
  readonly rows: readonly ComparedRow[];
  /** Text where there is no row. */
  readonly same: string;
}

/** Two versions beside each other; what differs is marked, and said to who does not see it. */
export function ComparedTable({ left, right, rows, same }: ComparedTableProps) {
  if (rows.length === 0) return <p className="text-quiet">{same}</p>;
  return (
    <table className="w-full table-fixed text-left tabular-nums" aria-label="beside each other">
      <thead>
        <tr className="text-quiet text-sm">
          <th className="w-[22%] py-1 font-normal">
            <span className="sr-only">what</span>
          </th>
          <th className="py-1 pr-3 font-semibold text-ink">{left}</th>
          <th className="py-1 font-semibold text-ink">{right}</th>
        </tr>
      </thead>
      <tbody>
        {rows.map(({ name, left: l, right: r, differs }) => (
          <tr key={name} className={`border-rim/20 border-t align-top ${differs ? "bg-due/10" : ""}`}>
            <th scope="row" className="py-1.5 pr-3 font-normal text-quiet text-sm">
              {name}
              {differs && <span className="sr-only">, differs</span>}
            </th>
            <td className={`break-words py-1.5 pr-3 ${differs ? "font-semibold" : ""}`}>
              <bdi>{l ?? "—"}</bdi>
            </td>
            <td className={`break-words py-1.5 ${differs ? "font-semibold" : ""}`}>
              <bdi>{r ?? "—"}</bdi>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
