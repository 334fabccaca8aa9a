import { signed } from '@velvet-dusk/core/numeric/signed';
import { setView, useView } from '../../state/view.ts';
import type { Sample } from '../../workers/sample.ts';
import type { PictureBox } from './Pane.tsx';

/** A pinned probe as a numbered ring about its place. */
export const ProbeRing = ({
  number,
  left,
  top,
}: {
  number: number;
  left: number | string;
  top: number | string;
}) => (
  <span
    aria-hidden
    className="absolute size-[15px] -ml-[7.5px] -mt-[7.5px] border border-white rounded-full text-[9.5px] leading-[13px] text-center text-white bg-[#00000070] pointer-events-none"
    style={{ left, top }}
  >
    {number}
  </span>
);

/** Pinned probes as numbered rings on the picture. */
export function ProbeDots({ box }: { box: PictureBox }) {
  const probes = useView((s) => s.probes);
  return probes.map((p, i) => (
    <ProbeRing key={i} number={i + 1} left={box.left + p.x * box.width} top={box.top + p.y * box.height} />
  ));
}

const three = (values: readonly number[], scale: number, digits: number) =>
  values.map((v) => (v * scale).toFixed(digits).padStart(digits ? 5 : 4, ' ')).join(' ');
const stops = (x: number) => signed(x, 2);

const cell = 'px-1.5 whitespace-pre';

function Row({ name, sample, onRemove }: { name: string; sample: Sample | null; onRemove?: () => void }) {
  const { view } = useView();
  const shown = view === 'recorded' ? sample?.code : sample?.signal;
  return (
    <tr>
      <th scope="row" className={`${cell} text-left font-normal`}>
        {name}
      </th>
      {sample && shown ? (
        <>
          <td className={cell}>{three(shown, 100, 1)}</td>
          <td className={cell}>{three(shown, 1023, 0)}</td>
          <td className={cell}>{three(shown, 255, 0)}</td>
          <td className={cell}>{stops(sample.stops)}</td>
          <td className={cell}>{sample.hue.toFixed(0).padStart(3)}°</td>
          <td className={cell}>{sample.chroma.toFixed(1).padStart(4)}</td>
        </>
      ) : (
        <td colSpan={6} />
      )}
      <td className={cell}>
        {onRemove && (
          <button
            type="button"
            aria-label={`Remove probe ${name}`}
            className="text-t2 hover:text-t1"
            onClick={onRemove}
          >
            ✕
          </button>
        )}
      </td>
    </tr>
  );
}

interface ProbeTableProps {
  samples: readonly (Sample | null)[];
  hovered: Sample | null;
  plateName: string;
}

/** Values of the pinned probes and of the place under the pointer. */
export function ProbeTable({ samples, hovered, plateName }: ProbeTableProps) {
  const probes = useView((s) => s.probes);
  if (probes.length === 0 && !hovered) return null;
  return (
    <div className="absolute left-2 bottom-2 bg-[#000000c8] text-white rounded-sm py-1" data-testid="probes">
      <table className="num text-[11px]">
        <caption className="sr-only">Probes on {plateName}</caption>
        <thead className="text-t2">
          <tr>
            {['Place', '%  R G B', '10 bit', '8 bit', 'stops', 'hue', 'chroma', 'Remove'].map((h, i, all) => (
              <th key={i} scope="col" className={`${cell} font-normal text-left`}>
                {i === 0 || i === all.length - 1 ? <span className="sr-only">{h}</span> : h}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {probes.map((_, i) => (
            <Row
              key={i}
              name={`${i + 1}`}
              sample={samples[i] ?? null}
              onRemove={() => setView({ probes: probes.filter((_, k) => k !== i) })}
            />
          ))}
          {/* Always there, so that the rows above do not move away under the pointer. */}
          <Row name="◦" sample={hovered} />
        </tbody>
      </table>
    </div>
  );
}
