import { createContext, type RefObject } from "react";

/** Names of a document's fields that hold something unreadable: nothing is saved over it. */
export const UnreadContext = createContext<RefObject<Set<string>>>({ current: new Set() });
