import { z } from "zod";
import { ROLES } from "#core/people";
import { uuid } from "./card.ts";

/** Scopes of a token: read, or read and write. */
export const SCOPES = ["read", "write"] as const;
export type Scope = (typeof SCOPES)[number];

export const AUDIT_SUBJECTS = [
  "person",
  "house",
  "site",
  "vessel",
  "brewer",
  "filter",
  "grinder",
  "coffee",
  "water",
  "ice",
  "cup",
  "scale",
  "care",
  "recipe",
  "card",
  "batch",
  "station",
  "token",
] as const;
export const AUDIT_ACTIONS = [
  "added",
  "changed",
  "measured",
  "pinSet",
  "proposed",
  "declined",
  "approved",
  "archived",
  "restored",
  "anonymised",
  "ended",
] as const;
export type AuditSubject = (typeof AUDIT_SUBJECTS)[number];
export type AuditAction = (typeof AUDIT_ACTIONS)[number];
/** The fields of a row that a line of the audit trail shows. */
export type AuditFields = Readonly<Record<string, string | number | boolean | null>>;

/** Longer than anything that is judged as a name or a PIN; what is longer is not worth reading. */
const MOST_TYPED = 400;

/** A name, a PIN or a passphrase as typed; the core's rules judge it. */
export const typedText = z.string().max(MOST_TYPED);
export const role = z.enum(ROLES);

export const newPerson = z.strictObject({ id: uuid, name: typedText, role, pin: typedText });
export const changedPerson = z.strictObject({
  id: uuid,
  name: typedText,
  role,
  revision: z.number().int().min(1),
});

/** Why a change of people is refused. */
export type PeopleRefusal = "notThere" | "nameTaken" | "lastLead" | "notArchived" | "anonymised";
