/** What a day usually brings: fitted to past sales, or guessed; and what is known of one day beside that. */

export { askedOn, countRange, cupsBetween, type DemandFactor, type Surge } from "./asked.ts";
export { type GuessedDay, guessedHabits } from "./guess.ts";
export { dayFactorsOf, type Habits, habitsOf, type PastDay, QUARTER_MIN, QUARTERS } from "./habits.ts";
export { type RunningDay, runningDay } from "./running.ts";
