export { endSession, readSession } from "#data/sessions.ts";
