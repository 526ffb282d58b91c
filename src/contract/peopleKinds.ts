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
  "trial",
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
