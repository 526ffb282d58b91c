import { Panel } from "#ui/panel.tsx";
import { pressCautions } from "#words/recipes";

/** Cautions for hands and glass with a press. */
export function Mind({ turnedOver, iced }: { readonly turnedOver: boolean; readonly iced: boolean }) {
  return (
    <Panel title="Mind">
      <ul className="list-disc space-y-1 pl-5 text-sm">
        {pressCautions(turnedOver, iced).map((caution) => (
          <li key={caution}>{caution}</li>
        ))}
      </ul>
    </Panel>
  );
}
