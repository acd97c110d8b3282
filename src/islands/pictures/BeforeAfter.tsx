/** Before and after, side by side: of each side the newest picture as welded, and the newest since it was cleaned. */
import { pictureStageNames, type Side } from '../../../core/work/pictures';
import { usePictureRoom } from './room';
import type { PictureHere } from './usePictures';

export function BeforeAfter() {
  const { pictures } = usePictureRoom();
  const pairs = (['inside', 'outside'] as const).flatMap((side): { side: Side; pair: [PictureHere, PictureHere] }[] => {
    const here = pictures.filter((p) => p.side === side && p.small !== null).sort((a, b) => a.at - b.at);
    const [before, after] = [here.findLast((p) => p.shows === 'as-welded'), here.findLast((p) => p.shows !== 'as-welded')];
    return before && after ? [{ side, pair: [before, after] }] : [];
  });
  return pairs.map(({ side, pair }) => (
    <section key={side} aria-label={`Before and after, ${side}`} className="bg-[#777777] p-2 text-black">
      <h3 className="text-sm font-semibold">Before and after, {side}</h3>
      <div className="grid grid-cols-2 gap-2">
        {pair.map((p) => (
          <figure key={p.file} className="min-w-0">
            <img
              src={p.small ?? ''}
              alt={`${p.name}, ${side}, ${pictureStageNames[p.shows]}`}
              className="aspect-4/3 w-full object-contain"
            />
            <figcaption className="text-sm">{pictureStageNames[p.shows]}</figcaption>
          </figure>
        ))}
      </div>
    </section>
  ));
}
