/** What differs between two versions, each with whether it lets more through: by word and shape, never by hue. */
import { grouped, type Change } from '../../../core/models/criteria';

const ways = { looser: '▽ looser', stricter: '△ stricter', other: '◇ other' };

export function Changes({ changes, none }: { changes: readonly Change[]; none: string }) {
  if (changes.length === 0) return <p>{none}</p>;
  return (
    <ul className="max-w-5xl">
      {grouped(changes, (c) => c).map(({ label, was, is, first }) => (
        <li key={first.at} className="grid grid-cols-[6rem_minmax(0,1fr)] gap-x-2 border-t border-base-300 py-1">
          <span className={first.way === 'looser' ? 'font-bold' : ''}>{ways[first.way]}</span>
          <span>
            {label}: {is}, was {was}
          </span>
        </li>
      ))}
    </ul>
  );
}
