/**
 * Long work in turns: a generator that yields after each small part, so that whoever runs it lets other work in, shows how
 * far it is, or stops.
 */
export type Turns<T> = Generator<unknown, T, void>;

/** Does work in turns from beginning to end, without a pause. */
export function finished<T>(work: Turns<T>): T {
  for (;;) {
    const turn = work.next();
    if (turn.done) return turn.value;
  }
}
