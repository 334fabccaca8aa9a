import { bandColours, bandStops } from '@velvet-dusk/core/scopes/exposureBands';

/** The colour of each stop, as the exposure overlay paints it. */
export function BandLegend() {
  return (
    <div
      role="img"
      aria-label="Exposure bands, one colour a stop, from six stops under mid-grey to six over"
      className="absolute left-2 top-8 flex bg-[#000000c8] p-1 rounded-sm"
    >
      {bandColours.map((colour, i) => {
        const stops = bandStops.low + i;
        return (
          <span key={colour} className="w-[22px] text-center">
            <span className="block h-3" style={{ background: colour }} />
            <span className="num text-[10px] text-white">
              {stops > 0 ? `+${stops}` : stops < 0 ? `−${-stops}` : '0'}
            </span>
          </span>
        );
      })}
    </div>
  );
}
