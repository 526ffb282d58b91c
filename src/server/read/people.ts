import { subDays } from "date-fns";
import { uuid } from "#contract/card.ts";
import { AUDIT_SUBJECTS } from "#contract/peopleKinds.ts";
import { AUDIT_PAGE, readAudit } from "#data/audit.ts";
import { listOpenJobs } from "#data/jobs.ts";
import { listPeople } from "#data/people.ts";
import { listSessions } from "#data/sessions.ts";
import { listStations } from "#data/stations.ts";
import { readThingNames } from "#data/things.ts";
import { listTokens } from "#data/tokens.ts";
import { now } from "#server/clock.ts";
import { database } from "#server/database.ts";
import { isLoopback, ownAddresses, qrOf } from "#server/links.ts";
import { readerTimes } from "#server/reader.ts";
import { currentStation } from "#server/session.ts";
import { printTime } from "#words/figures";
import type { Session } from "./session.ts";
import { signInLines } from "./signInLines.ts";

/** Who works here, on which tablets, with which tokens, and who is signed in. */
export async function readPeople(session: Session) {
  const db = database();
  const [people, sessions, stations, tokens, station, times] = await Promise.all([
    listPeople(db),
    listSessions(db, new Date()),
    listStations(db),
    listTokens(db),
    currentStation(),
    readerTimes(),
  ]);
  const since = <Line extends { readonly createdAt: Date }>({ createdAt, ...line }: Line) => ({
    ...line,
    since: printTime(createdAt, times),
  });
  const publicPins = people.filter(({ publicPin, archived }) => publicPin !== null && !archived);
  return {
    people: people.map(({ id, name, role, publicPin, archived, anonymised, revision }) => ({
      id,
      name,
      role,
      publicPin,
      archived,
      anonymised,
      revision,
    })),
    signIns: signInLines(sessions, session.id),
    stations: stations.map(since),
    stationHere: station?.id,
    tokens: tokens.map(since),
    network: {
      addresses: isLoopback() ? [] : ownAddresses().map((url) => ({ url, qr: qrOf(url) })),
      certificate: process.env.TUMBEK_CERTIFICATE,
      publicPins: publicPins.map(({ name }) => name),
    },
  };
}

/** Where somebody is signed in. */
export async function readMe({ id, person }: Session) {
  return { signIns: signInLines(await listSessions(database(), new Date(), person.id), id) };
}

const MOST_PAGES = 10_000;
const SINCE_DAYS = [1, 7, 30];

/** A page of the audit trail as a link asks for it; what it says that is no filter is not asked. */
export async function readAuditPage(link: URLSearchParams) {
  const who = uuid.safeParse(link.get("who"));
  const what = AUDIT_SUBJECTS.find((subject) => subject === link.get("what"));
  const days = SINCE_DAYS.find((each) => String(each) === link.get("since"));
  const page = Math.min(MOST_PAGES, Math.max(0, Math.trunc(Number(link.get("page"))) || 0));
  const filter = {
    ...(who.success && { personId: who.data }),
    ...(what && { subject: what }),
    ...(days && { from: subDays(now(), days) }),
  };
  const db = database();
  const [lines, people, things, times] = await Promise.all([
    readAudit(db, filter, page),
    listPeople(db),
    readThingNames(db),
    readerTimes(),
  ]);
  const names = new Map([...people, ...things].map(({ id, name }) => [id, name]));
  return {
    lines: lines
      .slice(0, AUDIT_PAGE)
      .map(({ id, at, person, action, subject, subjectId, before, after }) => ({
        id,
        moment: at.toISOString(),
        at: printTime(at, times),
        who: person ?? "the house",
        action,
        subject,
        name: names.get(subjectId) ?? String(after?.name ?? before?.name ?? ""),
        before,
        after,
      })),
    people: people.map(({ id, name }) => ({ id, name })),
    page,
    more: lines.length > AUDIT_PAGE,
  };
}

/** Work that is not done yet, what is stuck first. */
export async function readJobs() {
  const [jobs, times] = await Promise.all([listOpenJobs(database()), readerTimes()]);
  return {
    jobs: jobs.map(({ askedAt, person, ...job }) => ({
      ...job,
      person: person ?? "the house",
      askedAt: printTime(askedAt, times),
    })),
  };
}
