/** By which rules what is typed just now is judged, behind a press. */
import { Figures } from '../kit/FigureView';
import { useShop } from './context';
import { useDesk } from './desk';

export function DraftFigures() {
  const { system } = useShop();
  const { figures: rules, hot } = useDesk().desk.draft;
  const figures = rules && [...rules, ...(hot?.figures ?? [])];
  if (!figures || figures.length === 0) return null;
  // What they come to stands on the drawing; here is where it comes from.
  return (
    <details className="text-sm">
      <summary className="min-h-11 cursor-pointer list-none py-2 font-medium">By which rules ›</summary>
      <Figures figures={figures} system={system} />
    </details>
  );
}
