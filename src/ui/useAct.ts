import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Trouble } from "#contract/trouble.ts";
import { type Reply, useCounter } from "./counter.tsx";

/** Sends a change, shows the page as it is after, and keeps what is wrong at a field. */
export function useAct() {
  const router = useRouter();
  const { send } = useCounter();
  const [trouble, setTrouble] = useState<Trouble>();
  const [busy, setBusy] = useState(false);
  const act = async <Data>(reply: Promise<Reply<Data> | undefined>) => {
    setBusy(true);
    const sent = await send(reply);
    setBusy(false);
    setTrouble(sent.ok ? undefined : sent.trouble);
    if (sent.ok) router.refresh();
    return sent;
  };
  const at = (field: string) => (trouble?.field === field ? trouble.message : undefined);
  return { act, at, busy };
}
