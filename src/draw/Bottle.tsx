/** A bottle or a liquid vessel, drawn with what is left in it. */
import { useId } from 'react';

const outlines = {
  cylinder: 'M4 66V20q0-9 7-12V2h6v6q7 3 7 12v46z',
  liquid: 'M2 66V16q0-6 6-6h3V2h6v8h3q6 0 6 6v50z',
} as const;
const [TOP, FOOT] = [9, 66];

/** @param share of its full content, 0 to 1; null when nobody knows */
export function Bottle({
  form,
  share,
  low,
  className,
}: {
  form: 'cylinder' | 'liquid';
  share: number | null;
  low: boolean;
  className?: string;
}) {
  const id = useId();
  const height = (FOOT - TOP) * Math.max(0, Math.min(1, share ?? 0));
  return (
    <svg
      viewBox="0 0 28 68"
      className={className}
      role="img"
      aria-label={share === null ? 'content not known' : `${Math.round(100 * share)} % left`}
    >
      <clipPath id={id}>
        <path d={outlines[form]} />
      </clipPath>
      <rect clipPath={`url(#${id})`} x="0" width="28" y={FOOT - height} height={height} className={low ? 'fill-error' : 'fill-(--argon)'} />
      {share !== null && <path d={`M2 ${FOOT - height}h24`} clipPath={`url(#${id})`} className="stroke-base-content" strokeWidth="2" />}
      <path
        d={outlines[form]}
        fill="none"
        className="stroke-base-content"
        strokeWidth="2"
        {...(share === null && { strokeDasharray: '3 3' })}
      />
    </svg>
  );
}
