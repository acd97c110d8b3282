/** What the rules say of what is typed just now. */
import { Figures } from '../kit/FigureView';
import { useShop } from './context';
import { useDesk } from './desk';

export function DraftFigures() {
  const { system } = useShop();
  const { figures } = useDesk().desk.draft;
  return figures && figures.length > 0 ? <Figures figures={figures} system={system} /> : null;
}
