import { useRouter } from "next/navigation";
import { useEffect, useRef, useState, useTransition } from "react";
import type { Trouble } from "#contract/trouble.ts";
import { type Reply, useCounter } from "./counter.tsx";

/** Sends a change, waits until the page shows what became of it, and keeps what is wrong at a field. */
export function useAct() {
  const { send } = useCounter();
  const refresh = useRefresh();
  const [trouble, setTrouble] = useState<Trouble>();
  const [busy, setBusy] = useState(false);
  const act = async <Data>(reply: Promise<Reply<Data> | undefined>) => {
    setBusy(true);
    const sent = await send(reply);
    setTrouble(sent.ok ? undefined : sent.trouble);
    // A person who opens a form right after saving must find the saved figures in it.
    if (sent.ok) await refresh();
    setBusy(false);
    return sent;
  };
  const at = (field: string) => (trouble?.field === field ? trouble.message : undefined);
  return { act, at, trouble, busy };
}

/** Draws the page anew with what the server has now; done when it stands there, or when its place is gone. */
function useRefresh(): () => Promise<void> {
  const router = useRouter();
  const [refreshing, start] = useTransition();
  const done = useRef<() => void>(undefined);
  useEffect(() => {
    if (!refreshing) done.current?.();
  }, [refreshing]);
  useEffect(() => () => done.current?.(), []);
  return () =>
    new Promise((resolve) => {
      done.current = resolve;
      start(() => router.refresh());
    });
}
