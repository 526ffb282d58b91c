import type { Role } from "#core/people";

/** Somebody who works here, or did. */
export interface PersonLine {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
  readonly publicPin: string | null;
  readonly archived: boolean;
  readonly anonymised: boolean;
  readonly revision: number;
}
