import { useEffect, useState } from "react";

/** Reads a value as it was drawn last, for what listens on while the page is drawn again. */
export function useLatest<T>(value: T): () => T {
  const [box] = useState(() => ({ value }));
  useEffect(() => {
    box.value = value;
  });
  const [read] = useState(() => () => box.value);
  return read;
}
