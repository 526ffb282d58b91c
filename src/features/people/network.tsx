import { Panel } from "#ui/panel.tsx";
import { listed } from "#words/figures";

interface NetworkProps {
  /** Where others reach the house; empty while only this machine does. */
  readonly addresses: readonly {
    readonly url: string;
    readonly qr: { readonly path: string; readonly size: number };
  }[];
  /** The fingerprint of the house's own certificate, where it has one. */
  readonly certificate: string | undefined;
  /** Made-up people whose PINs are public. */
  readonly publicPins: readonly string[];
}

/** How the phones and tablets of the house reach Tumbek. */
export function Network({ addresses, certificate, publicPins }: NetworkProps) {
  if (addresses.length === 0) {
    return (
      <Panel title="On the house's network">
        <p>Only this machine reaches Tumbek. To let the house's tablets and phones in:</p>
        <ol className="my-2 list-decimal pl-6">
          {publicPins.length > 0 && (
            <li>
              Give <bdi>{listed(publicPins)}</bdi> PINs of their own, or archive them: their PINs are public.
            </li>
          )}
          <li>
            On this machine, run <code className="break-all">TUMBEK_HOST=0.0.0.0 ./tumbek start</code>.
          </li>
          <li>Come back here for the address and its code.</li>
        </ol>
      </Panel>
    );
  }
  return (
    <Panel title="On the house's network">
      <p>Point a tablet's camera at the code, or type the address. Everybody has to sign in there.</p>
      <ul className="my-2 flex flex-wrap gap-4">
        {addresses.map(({ url, qr }) => (
          <li key={url} className="flex items-center gap-3">
            <svg
              viewBox={`0 0 ${qr.size} ${qr.size}`}
              role="img"
              aria-label={`a code that opens ${url}`}
              className="size-28 bg-white"
            >
              <path d={qr.path} fill="#000" />
            </svg>
            <a href={url} className="break-all font-semibold underline">
              {url}
            </a>
          </li>
        ))}
      </ul>
      {certificate && (
        <p className="text-quiet text-sm">
          The certificate is the house's own, so each browser warns once. Compare its SHA-256 fingerprint
          before you go on: <code className="break-all">{certificate}</code>
        </p>
      )}
    </Panel>
  );
}
