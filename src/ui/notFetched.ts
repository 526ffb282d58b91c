const Nothing = () => null;

/** Stands in for a part of a page that could not be fetched, because the network went: the page goes on without it. */
export const notFetched = () => ({ default: Nothing });
