import "fake-indexeddb/auto";
import { beforeEach, expect, test } from "vitest";
import {
  type Answer,
  deliver,
  discard,
  type Letter,
  type OutboxNews,
  post,
  waiting,
  watchOutbox,
} from "./outbox.ts";

const letter = (name: string, personId = "ida"): Letter => ({ url: `/${name}`, body: { name }, personId });
/** A house that answers as it is told, and remembers what came. */
function house(answers: Readonly<Record<string, Answer>> = {}) {
  const came: string[] = [];
  const send = async ({ url }: Letter): Promise<Answer> => {
    came.push(url);
    return answers[url] ?? { taken: true };
  };
  return { came, send };
}
const urls = async () => (await waiting()).map(({ url }) => url);

beforeEach(async () => {
  for (const { n } of await waiting()) await discard(n);
});

test("letters are sent in their order, and once", async () => {
  for (const name of ["a", "b", "c"]) await post(letter(name));
  const { came, send } = house();
  expect(await deliver("ida", send)).toBe("empty");
  expect(await deliver("ida", send)).toBe("empty");
  expect(came).toEqual(["/a", "/b", "/c"]);
  expect(await urls()).toEqual([]);
});

test("without an answer the letter and all behind it wait, in their order", async () => {
  for (const name of ["a", "b", "c"]) await post(letter(name));
  const { came, send } = house({ "/b": { later: true } });
  expect(await deliver("ida", send)).toBe("later");
  expect(came).toEqual(["/a", "/b"]);
  expect(await urls()).toEqual(["/b", "/c"]);
});

test("one that is refused stands aside with its reason, and is not sent again", async () => {
  for (const name of ["a", "b"]) await post(letter(name));
  const { came, send } = house({ "/a": { refused: "Not at this site." } });
  await deliver("ida", send);
  await deliver("ida", send);
  expect(came).toEqual(["/a", "/b"]);
  expect(await waiting()).toMatchObject([{ url: "/a", refused: "Not at this site." }]);
});

test("another person's letters wait for that person", async () => {
  await post(letter("a", "oda"));
  await post(letter("b"));
  const { came, send } = house();
  await deliver("ida", send);
  expect(came).toEqual(["/b"]);
  expect(await urls()).toEqual(["/a"]);
});

const events = (...ids: string[]): Letter => ({
  url: "/bar",
  body: { sentAt: "", events: ids },
  personId: "ida",
});
const sentIds = ({ body }: Letter) => (body as { events: string[] }).events;

test("events to one address go together, in their order, and each letter's sender hears of it", async () => {
  for (const id of ["a", "b"]) await post(events(id));
  await post(letter("other"));
  await post(events("c"));
  const came: unknown[] = [];
  const taken: OutboxNews[] = [];
  const end = watchOutbox((news) => news.taken && taken.push(news));
  await deliver("ida", async (sent) => {
    came.push(sent.url === "/bar" ? sentIds(sent) : sent.url);
    return { taken: true, reply: { n: came.length } };
  });
  end();
  expect(came).toEqual([["a", "b"], "/other", ["c"]]);
  expect(taken.map(({ taken: each }) => [each!.letter.url, each!.reply])).toEqual([
    ["/bar", { n: 1 }],
    ["/bar", { n: 1 }],
    ["/other", { n: 2 }],
    ["/bar", { n: 3 }],
  ]);
});

test("of events that are refused together, only the one to blame stands aside", async () => {
  for (const id of ["a", "wrong", "c"]) await post(events(id));
  const kept: string[] = [];
  const send = async (sent: Letter): Promise<Answer> => {
    if (sentIds(sent).includes("wrong")) return { refused: "No such pot." };
    kept.push(...sentIds(sent));
    return { taken: true };
  };
  expect(await deliver("ida", send)).toBe("empty");
  expect(kept).toEqual(["a", "c"]);
  expect((await waiting()).map((each) => [sentIds(each), each.refused])).toEqual([
    [["wrong"], "No such pot."],
  ]);
});

test("whoever is signed out keeps the letter", async () => {
  await post(events("a"));
  expect(await deliver("ida", async () => ({ later: true, signedOut: true }))).toBe("signedOut");
  expect(await waiting()).toHaveLength(1);
});
