import { useMeasured } from '../../state/measured.ts';

/** What of an HDR picture the screen does not show. */
export function HdrLegend() {
  const above = useMeasured((s) => s.analysis?.aboveWhite);
  if (!above) return null;
  const share = `${(above.share * 100).toFixed(above.share < 0.1 ? 1 : 0)} %`;
  return (
    <p
      role="note"
      className="absolute left-1/2 -translate-x-1/2 bottom-2 px-2 bg-[#000000c0] text-[12px] whitespace-nowrap"
    >
      Shown up to {Math.round(above.reference.white)} cd/m².{' '}
      {above.share > 0 ? (
        <>
          <span className="num">{share}</span> of the picture lies above, up to{' '}
          <span className="num">{Math.round(above.brightest)}</span> cd/m².
        </>
      ) : (
        'Nothing of the picture lies above.'
      )}
    </p>
  );
}
