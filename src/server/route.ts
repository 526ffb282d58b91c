import { SCOPES, type Scope } from "#contract/peopleKinds.ts";
import type { Trouble, TroubleCode } from "#contract/trouble.ts";
import { may, type Right } from "#core/people";
import type { Act } from "#data/audit.ts";
import type { Person } from "#data/people.ts";
import { findToken } from "#data/tokens.ts";
import { rightSentence } from "#words/people";
import { Refusal, troubleOf } from "./action.ts";
import { now } from "./clock.ts";
import { database } from "./database.ts";
import { Dropped } from "./inThread.ts";
import { isLoopback } from "./links.ts";
import { hashOf, signedIn, signedInUnseen } from "./session.ts";

/** The right and the token's scope that a route takes; scope `none`: no token will do. */
interface Rule {
  readonly right: Right;
  readonly scope: Scope | "none";
  /** Asked by pages by themselves, again and again: it keeps nobody signed in. */
  readonly unseen?: true;
}

/** Who may use a route without saying who they are: anybody, or anybody while only this machine reaches it. */
type OpenRule = "open" | "here";

const ON_A_NETWORK: Rule = { right: "see", scope: "read" };

interface Asked<Params> {
  readonly params: Params;
  /** Who asks. */
  readonly person: Person;
  readonly by: Act & { readonly personId: string };
}

type Context<Params> = { readonly params: Promise<Params> };
type Answered = Promise<Response> | Response;

const STATUS: { readonly [code in TroubleCode]: number } = {
  signIn: 401,
  pinNeeded: 401,
  wrongPin: 401,
  notYours: 403,
  notThere: 404,
  stale: 409,
  undecodable: 400,
  tooLarge: 413,
  badInput: 422,
  refused: 422,
  unusual: 422,
  wait: 429,
  failed: 500,
  full: 507,
  gone: 503,
  unknown: 503,
};

/** Nobody waits for the answer any more; no standard status says so. */
const CLIENT_LEFT = 499;

/** A route handler with its rule: nothing of it runs for whom the rule keeps out. */
export function route<Params = unknown>(
  rule: Rule,
  handle: (request: Request, asked: Asked<Params>) => Answered,
) {
  return guarded<Params>(rule, async (request, params) => {
    const person = await whoAsks(rule, request.headers);
    return handle(request, { params, person, by: { personId: person.id, at: now() } });
  });
}

/** A route handler that nobody has to be signed in for. */
export function openRoute<Params = unknown>(
  rule: OpenRule,
  handle: (request: Request, asked: Pick<Asked<Params>, "params">) => Answered,
) {
  return guarded<Params>(rule, async (request, params) => {
    if (rule === "here" && !isLoopback()) await whoAsks(ON_A_NETWORK, request.headers);
    return handle(request, { params });
  });
}

function guarded<Params>(
  rule: Rule | OpenRule,
  answer: (request: Request, params: Params) => Promise<Response>,
) {
  const handler = async (request: Request, context: Context<Params>): Promise<Response> => {
    try {
      return await answer(request, await context.params);
    } catch (error) {
      // Nobody reads it.
      if (error instanceof Dropped) return new Response(null, { status: CLIENT_LEFT });
      return refuse(troubleOf(error));
    }
  };
  return Object.assign(handler, { rule });
}

/** A trouble as a response in the API's shape. */
export function refuse({ code, message, field }: Trouble, more: object = {}): Response {
  const error = { code, message, fields: field === undefined ? [] : [field] };
  return Response.json(
    { error, ...more },
    { status: STATUS[code], headers: { "Cache-Control": "no-store" } },
  );
}

async function whoAsks({ right, scope, unseen }: Rule, from: Headers): Promise<Person> {
  const token = /^Bearer (\S+)$/.exec(from.get("authorization") ?? "")?.[1];
  const person =
    token === undefined
      ? (await (unseen ? signedInUnseen() : signedIn()))?.person
      : await ownerOf(token, scope);
  if (!person) {
    throw new Refusal("Sign in, or send a token that a lead made: Authorization: Bearer tumbek_…", {
      code: "signIn",
    });
  }
  if (!may(person.role, right)) throw new Refusal(rightSentence(right), { code: "notYours" });
  return person;
}

/** Whose the token is; a token does no more than its scope, nor more than the one who made it may. */
async function ownerOf(token: string, scope: Scope | "none"): Promise<Person | undefined> {
  const found = await findToken(database(), hashOf(token));
  if (!found || found.madeBy.archived) return undefined;
  if (scope === "none" || SCOPES.indexOf(found.scope) < SCOPES.indexOf(scope)) {
    const needed = scope === "none" ? "somebody who is signed in" : "a token for reading and writing";
    throw new Refusal(`This token is not enough: this takes ${needed}.`, { code: "notYours" });
  }
  return found.madeBy;
}
