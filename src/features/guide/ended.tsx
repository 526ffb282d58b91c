import { buttonClass } from "#ui/button.tsx";
import { Link } from "#ui/link.tsx";
import { Panel } from "#ui/panel.tsx";

interface EndedProps {
  readonly batchId: string | null;
  readonly waits: boolean;
  readonly afterwards: string | undefined;
}

/** A guide that has ended: its batch, and what to change next time. */
export function Ended({ batchId, waits, afterwards }: EndedProps) {
  return (
    <Panel title={batchId ? "It is in the log" : "This brew was left"}>
      {batchId && waits && (
        <p className="mb-2">It is kept on this device, and sent when the house answers.</p>
      )}
      {afterwards && <p className="mb-2">{afterwards}</p>}
      <div className="flex flex-wrap gap-2">
        {batchId && !waits && (
          <Link href={`/log/${batchId}`} className={buttonClass("main")}>
            To the batch
          </Link>
        )}
        <Link href="/shift" className={buttonClass()}>
          To today's list
        </Link>
      </div>
    </Panel>
  );
}
