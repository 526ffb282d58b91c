"use server";

import { z } from "zod";
import { uuid } from "#contract/card.ts";
import { typedText } from "#contract/people.ts";
import { doorAction } from "#server/action.ts";
import { now } from "#server/clock.ts";
import { readDoor, signInHere } from "#server/door.ts";
import { addFirst } from "#server/people.ts";

/** Who can be picked on this tablet. */
export const atTheDoor = doorAction.inputSchema(z.void()).action(async () => readDoor());

/** Signs somebody in on this browser; without a PIN, by tapping a name on a station. */
export const signIn = doorAction
  .inputSchema(z.strictObject({ personId: uuid, pin: typedText.optional() }))
  .action(async ({ parsedInput }) => signInHere(parsedInput));

/** Makes whoever starts an empty house its lead, and signs them in. */
export const becomeFirstLead = doorAction
  .inputSchema(z.strictObject({ id: uuid, name: typedText, pin: typedText }))
  .action(async ({ parsedInput }) => {
    await addFirst(parsedInput, now());
    await signInHere({ personId: parsedInput.id, pin: parsedInput.pin });
  });
