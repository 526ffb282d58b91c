"use server";

import { z } from "zod";
import { uuid } from "#contract/card.ts";
import { jobNamed } from "#contract/job.ts";
import { changedPerson, newPerson, typedText } from "#contract/people.ts";
import { SCOPES } from "#contract/peopleKinds.ts";
import { action, Refusal } from "#server/action.ts";
import { dropStuck, retryStuck } from "#server/jobs/stuck.ts";
import { endStation, makeStation, makeToken, revokeToken } from "#server/keys.ts";
import { add, archive, change, givePin, makeAnonymous, nameFrom } from "#server/people.ts";
import { endSession, readSession } from "#server/sessions.ts";

export const addPerson = action("people")
  .inputSchema(newPerson)
  .action(async ({ parsedInput, ctx }) => add(parsedInput, ctx.by));

/** Answers with the row as somebody else left it, when they were faster. */
export const changePerson = action("people")
  .inputSchema(changedPerson)
  .action(async ({ parsedInput, ctx }) => {
    return { theirs: await change(parsedInput, ctx.by) };
  });

const pinOf = z.strictObject({ id: uuid, pin: typedText });

export const resetPin = action("people")
  .inputSchema(pinOf)
  .action(async ({ parsedInput, ctx }) => givePin(parsedInput, ctx.by));

export const archivePerson = action("people")
  .inputSchema(z.strictObject({ id: uuid, archived: z.boolean() }))
  .action(async ({ parsedInput, ctx }) => archive(parsedInput.id, parsedInput.archived, ctx.by));

export const anonymisePerson = action("people")
  .inputSchema(uuid)
  .action(async ({ parsedInput, ctx }) => makeAnonymous(parsedInput, ctx.by));

/** Gives the one who asks another PIN; their sign-ins end, this one too. */
export const changeOwnPin = action("own")
  .inputSchema(typedText)
  .action(async ({ parsedInput, ctx }) => givePin({ id: ctx.person.id, pin: parsedInput }, ctx.by));

/** Ends a sign-in: one's own, or as a lead anybody's. */
export const endSignIn = action("own")
  .inputSchema(uuid)
  .action(async ({ parsedInput, ctx }) => {
    const session = await readSession(ctx.db, parsedInput);
    if (!session) return;
    if (session.personId !== ctx.person.id && ctx.person.role !== "lead") {
      throw new Refusal("This is somebody else's sign-in: a lead can end it.", { code: "notYours" });
    }
    await endSession(ctx.db, parsedInput);
  });

export const makeThisAStation = action("tablets")
  .inputSchema(z.strictObject({ id: uuid, name: typedText }))
  .action(async ({ parsedInput, ctx }) => {
    await makeStation({ ...parsedInput, name: nameFrom(parsedInput.name) }, ctx.by);
  });

export const endThatStation = action("tablets")
  .inputSchema(uuid)
  .action(async ({ parsedInput, ctx }) => endStation(ctx.db, parsedInput, ctx.by));

/** Answers with the token, this once. */
export const makeApiToken = action("tokens")
  .inputSchema(z.strictObject({ id: uuid, name: typedText, scope: z.enum(SCOPES) }))
  .action(async ({ parsedInput, ctx }) =>
    makeToken({ ...parsedInput, name: nameFrom(parsedInput.name) }, ctx.by),
  );

export const revokeApiToken = action("tokens")
  .inputSchema(uuid)
  .action(async ({ parsedInput, ctx }) => revokeToken(ctx.db, parsedInput, ctx.by));

/** Lets a stuck job be tried again. */
export const retryStuckJob = action("people")
  .inputSchema(jobNamed)
  .action(async ({ parsedInput }) => retryStuck(parsedInput.id));

/** Gives a stuck job up. */
export const dropStuckJob = action("people")
  .inputSchema(jobNamed)
  .action(async ({ parsedInput }) => dropStuck(parsedInput.id));
