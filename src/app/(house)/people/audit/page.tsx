import { subDays } from "date-fns";
import type { Metadata } from "next";
import { guarded } from "#app/guarded.tsx";
import { NO_ZONE, printTime } from "#app/times.ts";
import { uuid } from "#contract/card.ts";
import { AUDIT_SUBJECTS } from "#contract/people.ts";
import { AUDIT_PAGE, readAudit } from "#data/audit.ts";
import { listPeople } from "#data/people.ts";
import { readThingNames } from "#data/things.ts";
import { Audit } from "#features/people/index.ts";
import { now } from "#server/clock.ts";
import { database } from "#server/database.ts";
import { currentBench } from "#server/site.ts";

export const metadata: Metadata = { title: "Audit trail · Tumbek" };

interface Props {
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>;
}

const ALL = "all";
const MOST_PAGES = 10_000;

export default guarded("audit", async ({ searchParams }: Props) => {
  const asked = await searchParams;
  const who = uuid.safeParse(asked.who);
  const what = AUDIT_SUBJECTS.find((subject) => subject === asked.what);
  const days = [1, 7, 30].find((each) => String(each) === asked.since);
  const page = Math.min(MOST_PAGES, Math.max(0, Math.trunc(Number(asked.page)) || 0));
  const filter = {
    ...(who.success && { personId: who.data }),
    ...(what && { subject: what }),
    ...(days && { from: subDays(now(), days) }),
  };
  const db = database();
  const [lines, people, measured, bench] = await Promise.all([
    readAudit(db, filter, page),
    listPeople(db),
    readThingNames(db),
    currentBench(),
  ]);
  const zone = typeof bench === "string" ? NO_ZONE : bench.site.timeZone;
  const names = new Map([...people, ...measured].map(({ id, name }) => [id, name]));
  return (
    <Audit
      lines={lines
        .slice(0, AUDIT_PAGE)
        .map(({ id, at, person, action, subject, subjectId, before, after }) => ({
          id,
          at: printTime(at, zone),
          who: person ?? "the house",
          action,
          subject,
          name: names.get(subjectId) ?? String(after?.name ?? before?.name ?? ""),
          before,
          after,
        }))}
      people={people.map(({ id, name }) => ({ id, name }))}
      filter={{
        who: who.success ? who.data : ALL,
        what: what ?? ALL,
        since: days ? String(days) : ALL,
      }}
      page={page}
      more={lines.length > AUDIT_PAGE}
    />
  );
});
