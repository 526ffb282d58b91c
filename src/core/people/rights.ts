/** Who somebody is at the counter: a lead decides, a barista works, a trainee watches and practises. */
export const ROLES = ["lead", "barista", "trainee"] as const;
export type Role = (typeof ROLES)[number];

const EVERYONE: readonly Role[] = ROLES;
const WORKERS: readonly Role[] = ["lead", "barista"];
const LEADS: readonly Role[] = ["lead"];

/** The one table of rights: what can be done, and by whom. Every page, action and API route names its row. */
export const RIGHTS = {
  /** Every place of the work, and whatever is only computed. */
  see: EVERYONE,
  /** One's own sign-ins, PIN and record. */
  own: EVERYONE,
  keepCards: WORKERS,
  planShift: WORKERS,
  logBatches: WORKERS,
  /** What happens at the bar: pots filled, served from, moved and poured away; sales. */
  serve: WORKERS,
  /** To begin a trial, brew its batches, say what is seen of them, and give it up. */
  runTrials: WORKERS,
  /** To say what a cup of a trial tastes like: a trainee learns by it. */
  taste: EVERYONE,
  doCare: WORKERS,
  /** To measure something again, for a lead to look at. */
  propose: WORKERS,
  /** Drafts of recipes, and versions on trial. */
  writeRecipes: WORKERS,
  /** To make a recipe's version the standard, with all that follows; to take a recipe out of the lists. */
  approve: LEADS,
  /** Measurements, which every sum rests on. */
  measure: LEADS,
  /** To put something on the bench, change it or take it off; the house's settings. */
  setBench: LEADS,
  people: LEADS,
  tablets: LEADS,
  tokens: LEADS,
  audit: LEADS,
} as const satisfies Record<string, readonly Role[]>;

export type Right = keyof typeof RIGHTS;

/** Whether a role has a right. */
export function may(role: Role, right: Right): boolean {
  return RIGHTS[right].includes(role);
}

/** Whether tapping the name is enough on a tablet that a lead has made a station: never for a lead. */
export function mayTapIn(role: Role): boolean {
  return role !== "lead";
}
