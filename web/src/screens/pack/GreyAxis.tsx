import type { ManifestFile } from '@velvet-dusk/core/pack/manifest';

type Axis = NonNullable<NonNullable<ManifestFile['proof']>['greyAxis']>;

const side = 132;
const channels = ['#d9705c', '#79b174', '#6f8fd6'];

const line = (values: readonly number[], channel: number) => {
  const count = values.length / 3;
  return Array.from(
    { length: count },
    (_, i) => `${((i / (count - 1)) * side).toFixed(1)},${((1 - values[i * 3 + channel]) * side).toFixed(1)}`,
  ).join(' ');
};

/** Greys through the file, by channel, over those of the recipe: code in across, code out up. */
export function GreyAxis({ axis }: { axis: Axis }) {
  return (
    <figure className="w-[132px]">
      <svg
        viewBox={`0 0 ${side} ${side}`}
        width={side}
        height={side}
        role="img"
        aria-label="Grey axis: code in across, code out of the file and of the recipe up"
        className="bg-g0"
      >
        {channels.map((colour, c) => (
          <g key={colour} fill="none">
            <polyline points={line(axis.exact, c)} stroke="#6b6f7a" strokeWidth="3" />
            <polyline points={line(axis.file, c)} stroke={colour} strokeWidth="1" />
          </g>
        ))}
      </svg>
      <figcaption className="pt-0.5 text-t3 text-[11.5px]">
        Greys, R G B; the recipe behind in grey
      </figcaption>
    </figure>
  );
}
