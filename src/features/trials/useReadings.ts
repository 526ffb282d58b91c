import { useRouter } from "next/navigation";
import { useRef, useState } from "react";
import type { ReadSigns } from "#contract/trials.ts";
import { useCounter } from "#ui/counter.tsx";
import { keepSigns } from "./actions.ts";

interface Known {
  readonly read: ReadSigns;
  readonly revision: number;
}

/**
 * What was seen of each batch: drawn at the tap, and kept behind it, one message of a batch after the other. What could not
 * be kept stays on the screen, and is sent with the next tap; unless somebody else changed the same batch meanwhile.
 */
export function useReadings(known: ReadonlyMap<string, Known>) {
  const router = useRouter();
  const { send } = useCounter();
  const [own, setOwn] = useState<ReadonlyMap<string, ReadSigns>>(new Map());
  const latest = useRef(new Map<string, ReadSigns>());
  const revisions = useRef(new Map<string, number>());
  const atWork = useRef(new Set<string>());

  const forget = (batchId: string) => {
    latest.current.delete(batchId);
    revisions.current.delete(batchId);
    setOwn((all) => new Map([...all].filter(([id]) => id !== batchId)));
    router.refresh();
  };
  const keep = async (batchId: string): Promise<void> => {
    if (atWork.current.has(batchId)) return;
    atWork.current.add(batchId);
    for (let sending = latest.current.get(batchId); sending; ) {
      const revision = revisions.current.get(batchId) ?? known.get(batchId)?.revision ?? 1;
      const sent = await send(keepSigns({ batchId, revision, read: sending }));
      if (!sent.ok) {
        // Somebody else's newer words are shown, and one's own are said again on them.
        if (sent.trouble.code === "stale") forget(batchId);
        break;
      }
      revisions.current.set(batchId, revision + 1);
      const newest = latest.current.get(batchId);
      sending = newest === sending ? undefined : newest;
    }
    atWork.current.delete(batchId);
  };
  const readOf = (batchId: string) => own.get(batchId) ?? known.get(batchId)?.read;
  return {
    readOf,
    say(batchId: string, change: (read: ReadSigns) => ReadSigns) {
      const before = latest.current.get(batchId) ?? known.get(batchId)?.read;
      if (!before) return;
      const read = change(before);
      latest.current.set(batchId, read);
      setOwn((all) => new Map(all).set(batchId, read));
      void keep(batchId);
    },
  };
}
