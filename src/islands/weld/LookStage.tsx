/** Look and grade: pictures and the eye beside them, how it was seen, defects; a verdict from the criterion with its reason. As welded, before any brush. */
import { useState } from 'react';
import { arcText, WHOLE } from '../../../core/basics/seam';
import { allowedText, outcomeNames, wordFor, zoneNames, zoneSchema, type Tint } from '../../../core/models/criteria';
import { pictureStageNames } from '../../../core/work/pictures';
import { useWords } from '../kit/reader';
import { Profiles } from '../pictures/Profiles';
import { PictureSays, wordsOf } from '../pictures/PictureSays';
import { PictureStrip } from '../pictures/PictureStrip';
import { PictureTools, TapAnswer } from '../pictures/PictureTools';
import { BesideView, PictureView } from '../pictures/PictureView';
import { flagsOf, PictureRoom, usePictureRoom, worstFirst } from '../pictures/room';
import { useShop, useWeld } from './context';
import { useLooking } from './desk';
import { AsDoneLine } from './AsDoneLine';
import { WeldEnd } from './Drawings';
import { FoundDefects } from './FoundDefects';
import { HowSeen } from './HowSeen';
import { LookChoices } from './LookChoices';
import type { StageView } from './stageView';
import { Title } from './StagePage';
import { ForetoldLine } from './useForetold';
import { useJudged, Verdict } from './Verdict';

/** The panel: how the inside was seen, what is bright all round, what else was seen; the verdict stands below. */
function LookForm() {
  const { looking } = useLooking();
  return (
    <div className="space-y-3">
      <AsDoneLine />
      <PictureSays />
      <HowSeen />
      <AllBright />
      {/* The eye goes first. */}
      {looking.tints.some((t) => t.zone.startsWith('id')) && <ForetoldLine />}
      <p className="min-h-6 border-l-4 border-base-content pl-2 text-base font-semibold" role="status">
        {looking.said}
      </p>
      <FoundDefects />
    </div>
  );
}

/** The ways an inside is truly seen, as they stand on a press. */
const SEEN = { direct: 'seen directly', mirror: 'by mirror', borescope: 'by borescope' } as const;

/** One press for a side that is bright, bead and HAZ together, all round; for the inside it says how it was seen, too. */
function AllBright() {
  const { looking, lay, change } = useLooking();
  const { insideBy, seam } = looking;
  const ways = (Object.keys(SEEN) as (keyof typeof SEEN)[]).filter((by) => insideBy === '' || insideBy === by);
  const bright = (side: 'id' | 'od', where: string, by?: keyof typeof SEEN) => {
    lay(
      zoneSchema.options
        .filter((z) => z.startsWith(side))
        .map((z): Tint => ({ zone: z, arc: WHOLE, grade: { by: 'band', band: 'bright' } })),
    );
    change({ ...(by && { insideBy: by }), said: `${where}: bead and HAZ bright, ${arcText(WHOLE, seam)}. Change what is not.` });
  };
  const look = 'btn h-auto min-h-14 px-2 leading-tight';
  return (
    <div className="grid grid-cols-2 gap-2">
      {ways.length === 0 && (
        <button type="button" className={look} disabled>
          Inside not seen
        </button>
      )}
      {ways.map((by) => (
        <button key={by} type="button" className={look} onClick={() => bright('id', `Inside, ${SEEN[by]}`, by)}>
          Inside bright, {SEEN[by]}
        </button>
      ))}
      <button type="button" className={`${look} ${ways.length === 2 ? 'col-span-2' : ''}`} onClick={() => bright('od', 'Outside')}>
        Outside bright
      </button>
    </div>
  );
}

/**
 * A picture that is open is answered first: which side of the limit. Else the verdict, with the reason that weighs most; what is still not seen
 * while it is not all seen. No hue here: colour is judged on this page.
 */
function LookHead() {
  const { open, told, answer, stand } = usePictureRoom();
  if (open && stand.is === 'open' && told.length > 0) return <PictureHead />;
  if (open && stand.is === 'open' && answer && !answer.worst)
    return (
      <Title
        level="mind"
        title="The picture gives no answer."
        reason={
          flagsOf(answer)
            .map((f) => wordsOf(f))
            .join(' ') || 'Look by eye.'
        }
      />
    );
  return <VerdictHead />;
}

/** From this on a word stands alone. */
const LIKELY = 0.6;

function PictureHead() {
  const { criterion } = useWeld();
  const { system } = useShop();
  const { open, told } = usePictureRoom();
  const { looking } = useLooking();
  const [worst] = [...told].sort(worstFirst);
  if (!worst || !open) return null;
  const name = (b: typeof worst.band) => wordFor(criterion, b).toLowerCase();
  // Told as one word only where it is likelier than not.
  const [low, high] = worst.range;
  const word = (worst.read.worst?.sure ?? 0) >= LIKELY || low === high ? name(worst.band) : `${name(low)} to ${name(high)}`;
  const allowed = allowedText(criterion, worst.zone);
  const title =
    worst.side === 'past'
      ? `Past the limit: ${word}. ${allowed}.`
      : worst.side === 'near'
        ? `Near the limit: ${word}. ${allowed}. Compare by eye.`
        : `Within the limit: ${word}. ${allowed}.`;
  const place = worst.arc ? arcText(worst.arc, looking.seam, system) : 'place not said';
  return (
    <Title
      level={worst.side === 'within' ? 'none' : 'mind'}
      title={title}
      reason={`${zoneNames[worst.zone]}, ${place}, ${pictureStageNames[open.shows]}, line ${worst.name} of ${open.name}. ${criterion.id} version ${criterion.version}.`}
    />
  );
}

function VerdictHead() {
  const { criterion } = useWeld();
  const words = useWords();
  const { verdict } = useJudged();
  const { outcome, reasons, missing, differ } = verdict;
  // What is only noted is no fault.
  const past = differ.length > missing.length;
  const rule = `${criterion.id} version ${criterion.version}`;
  const [first] = reasons;
  return (
    <Title
      level={outcome === 'accept' ? 'none' : 'mind'}
      title={outcome === 'incomplete' ? (past ? 'Past the limit, and not all seen.' : 'Not all seen yet.') : `${outcomeNames[outcome]}.`}
      reason={words(
        (past || outcome !== 'incomplete' ? first : undefined) ??
          `${missing.length} of ${zoneSchema.options.length} zones not seen all round. ${rule}.`,
      )}
    />
  );
}

/** With a picture open it stands large, its lines as read under it, the joint and the tints beside it: the eye beside the picture. */
function LookDrawing() {
  const { open, beside, stand } = usePictureRoom();
  const [tapping, setTapping] = useState(false);
  if (!open)
    return (
      <div className="flex flex-col lg:absolute lg:inset-0 lg:grid lg:grid-cols-[minmax(0,1fr)_26rem]">
        <div className="relative min-h-80 lg:min-h-0">
          <WeldEnd grading pressed={0.5} />
        </div>
        <LookChoices />
      </div>
    );
  return (
    <div className="flex flex-col lg:absolute lg:inset-0 lg:grid lg:grid-cols-[minmax(0,1fr)_21rem]">
      <div className="flex min-w-0 flex-col lg:min-h-0">
        <div className="flex min-h-64 grow flex-col gap-1 sm:flex-row md:max-lg:min-h-110 lg:min-h-0">
          {beside && <BesideView of={beside} />}
          <PictureView tapping={tapping} />
        </div>
        <PictureTools tapping={tapping} onTapping={setTapping} />
        {tapping && <TapAnswer />}
        {stand.is === 'open' && <Profiles />}
      </div>
      <div className="flex flex-col lg:min-h-0">
        <div className="relative min-h-64 shrink-0 grow lg:min-h-40">
          <WeldEnd grading pressed={0.5} />
        </div>
        <LookChoices beside />
      </div>
    </div>
  );
}

export const look: StageView = {
  view: 'end',
  Room: PictureRoom,
  Head: LookHead,
  Drawing: LookDrawing,
  Foot: PictureStrip,
  Form: LookForm,
  Below: Verdict,
  grey: true,
};
