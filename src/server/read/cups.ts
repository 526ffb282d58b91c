import { uuid } from "#contract/card.ts";
import { findBatch } from "#data/batches.ts";
import { findBallot, findCupTest } from "#data/cups.ts";
import { benchOf } from "#server/bench.ts";
import { now } from "#server/clock.ts";
import { database } from "#server/database.ts";
import { ownUrl, qrOf } from "#server/links.ts";
import { readerTimes } from "#server/reader.ts";
import { printMoment } from "#words/figures";
import { onBench } from "./onBench.ts";

/** A three-cup test with its labels, and its answers once it has closed; undefined where there is none. */
export function readCupTest(id: string, mayPrepare: boolean) {
  return onBench(async (current) => {
    const test = uuid.safeParse(id).success ? await findCupTest(database(), id) : undefined;
    const batch = test && (await findBatch(database(), test.batchId));
    if (!test || !batch) return undefined;
    const { timeZone } = ((await benchOf(test.siteId)) ?? current).site;
    const times = { ...(await readerTimes()), timeZone };
    const isOpen = test.closesAt > now();
    const answered = test.ballots.filter(({ answer }) => answer !== null);
    return {
      id: test.id,
      batchId: test.batchId,
      pot: `${batch.coffee ?? "A batch"} on ${batch.brewer}, ${printMoment(new Date(batch.at), now(), times)}`,
      beside: test.beside,
      isOpen,
      closes: printMoment(test.closesAt, now(), times),
      given: test.ballots.length,
      answered: answered.length,
      // While it is open nobody is told how it stands: a taster who knows tastes otherwise.
      tally: isOpen
        ? undefined
        : { cups: answered.length, right: answered.filter(({ answer, odd }) => answer === odd).length },
      labels: mayPrepare
        ? test.ballots.map(({ code, cups, odd, oddIsPot }) => ({
            code,
            cups: cups.map((cup, place) => ({ cup, isPot: (place === odd) === oddIsPot })),
            qr: qrOf(ownUrl(`/ballot/${code}`)),
          }))
        : [],
    };
  });
}

/** What somebody with a ballot sees; undefined for a code that nobody was given. */
export async function readBallot(code: string) {
  const ballot = await findBallot(database(), code.toUpperCase());
  if (!ballot) return undefined;
  const { cups, answer, closesAt } = ballot;
  return { code: ballot.code, cups, answer, isOpen: closesAt > now() };
}
