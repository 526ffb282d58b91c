import { replaceEqualDeep } from "@tanstack/react-query";
import { useRef } from "react";

/** A value that was made anew and says the same stays the one that it was, so that nothing is worked out again for it. */
export function useSame<Value>(value: Value): Value {
  const before = useRef(value);
  before.current = replaceEqualDeep(before.current, value);
  return before.current;
}
