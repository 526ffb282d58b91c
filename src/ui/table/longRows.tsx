"use client";

import { useVirtualizer } from "@tanstack/react-virtual";
import type { ReactNode, Ref, RefObject } from "react";
import { Gap } from "./pieces.tsx";

interface LongRowsProps {
  readonly count: number;
  readonly keyOf: (index: number) => string;
  /** What the rows are scrolled in. */
  readonly scroll: RefObject<HTMLElement | null>;
  /** Draws a row, and has its height measured. */
  readonly draw: (index: number, measure: Ref<HTMLTableSectionElement>) => ReactNode;
}

const ROW_PX = 44;
/** As much as the server draws of them. */
const FIRST_PX = 900;

/** Rows of a long table: those in sight and some around them. */
export default function LongRows({ count, keyOf, scroll, draw }: LongRowsProps) {
  const virtual = useVirtualizer({
    count,
    getScrollElement: () => scroll.current,
    estimateSize: () => ROW_PX,
    getItemKey: keyOf,
    overscan: 8,
    initialRect: { width: 0, height: FIRST_PX },
  });
  const items = virtual.getVirtualItems();
  const before = items[0]?.start ?? 0;
  const after = virtual.getTotalSize() - (items.at(-1)?.end ?? 0);
  return (
    <>
      {before > 0 && <Gap px={before} />}
      {items.map(({ index }) => draw(index, virtual.measureElement))}
      {after > 0 && <Gap px={after} />}
    </>
  );
}
