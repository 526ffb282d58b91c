import type { PeopleRefusal } from "#contract/people.ts";
import type { AuditAction, AuditSubject, Scope } from "#contract/peopleKinds.ts";
import type { NameFailure, PinFailure, Right, Role } from "#core/people";
import { RIGHTS } from "#core/people";
import { listed } from "#words/figures";

export const ROLE_WORDS: { readonly [role in Role]: string } = {
  lead: "lead",
  barista: "barista",
  trainee: "trainee",
};

/** The name that stands in for somebody who was anonymised. */
export function formerName(role: Role): string {
  return `a former ${ROLE_WORDS[role]}`;
}

const DOING: { readonly [right in Right]: string } = {
  see: "Looking at the work",
  own: "Looking after your own record",
  keepCards: "Keeping a card",
  planShift: "Changing the list",
  writeRecipes: "Writing a recipe down",
  approve: "Making a standard",
  measure: "Measuring the bench",
  propose: "Measuring something again",
  logBatches: "Logging a batch",
  serve: "Serving from a pot",
  runTrials: "Running a trial",
  taste: "Tasting",
  doCare: "Marking care as done",
  setBench: "Changing what stands on the bench",
  people: "Changing people",
  tablets: "Making a tablet a station",
  tokens: "Making a token",
  audit: "Reading the audit trail",
};

/** Why a role may not, and who may. */
export function rightSentence(right: Right): string {
  const who = RIGHTS[right].map((role) => `a ${ROLE_WORDS[role]}`);
  return `${DOING[right]} is for ${listed(who, "or")}. Ask one, or switch to one by the name above.`;
}

export const SIGN_IN_SENTENCE =
  "You are not signed in any more. Nothing you typed is lost: sign in and do it again.";

export function nameSentence(failure: NameFailure): string {
  switch (failure.code) {
    case "nameEmpty":
      return "Type a name.";
    case "nameLong":
      return `A name has at most ${failure.most} letters.`;
    case "nameOdd":
      return "There is an invisible character in this name: type it by hand.";
  }
}

export function pinSentence(failure: PinFailure): string {
  switch (failure.code) {
    case "pinShort":
      return `A PIN has ${failure.least} digits or more.`;
    case "phraseShort":
      return `A passphrase has ${failure.least} characters or more.`;
    case "pinLong":
      return `A passphrase has at most ${failure.most} characters.`;
    case "pinRepeats":
      return "This repeats itself, and would be guessed first. Take another.";
    case "pinRuns":
      return "These digits follow each other, and would be guessed first. Take others.";
    case "pinKnown":
      return "Everybody knows this one. Take another.";
    case "pinIsName":
      return "This holds the name. Take another.";
  }
}

/** "40 s", "2 min". */
export function waitSentence(seconds: number): string {
  const left = seconds < 100 ? `${seconds} s` : `${Math.ceil(seconds / 60)} min`;
  return `Too many tries. The next one counts in ${left}.`;
}

/** Why a change of people is refused. */
export function peopleSentence(code: PeopleRefusal): string {
  switch (code) {
    case "notThere":
      return "There is nobody by that record any more.";
    case "nameTaken":
      return "Somebody here has this name already: people are picked by name, so add a second one.";
    case "lastLead":
      return "This is the only lead. Make somebody else a lead first, so that the house can be looked after.";
    case "notArchived":
      return "Archive them first: only somebody who works here no more is anonymised.";
    case "anonymised":
      return "Their name was taken out of the house: add them anew.";
  }
}

/** Somebody else was added under the same id. */
export function otherPersonSentence(theirs: string, yours: string): string {
  return `${theirs} was added under that id already, so ${yours} was not: close this and add them once more.`;
}

export const SUBJECT_WORDS: { readonly [subject in AuditSubject]: string } = {
  person: "person",
  house: "house settings",
  site: "site",
  vessel: "vessel",
  brewer: "brewer",
  filter: "filter",
  grinder: "grinder",
  coffee: "coffee",
  water: "water",
  ice: "ice",
  cup: "cup",
  scale: "scale",
  care: "care task",
  recipe: "recipe",
  card: "card",
  batch: "batch",
  trial: "trial",
  station: "station",
  token: "token",
};

export const ACTION_WORDS: { readonly [action in AuditAction]: string } = {
  added: "added",
  changed: "changed",
  measured: "measured",
  pinSet: "PIN set",
  proposed: "proposed",
  declined: "declined",
  approved: "made the standard",
  archived: "archived",
  restored: "taken back",
  anonymised: "anonymised",
  ended: "ended",
};

export const SCOPE_WORDS: { readonly [scope in Scope]: string } = {
  read: "reading only",
  write: "reading and writing",
};
