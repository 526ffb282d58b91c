import { z } from "zod";
import { ROLES } from "#core/people";
import { uuid } from "./card.ts";

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
