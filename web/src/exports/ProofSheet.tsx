import type { ExportProof } from '@velvet-dusk/core/api/contract';
import type { Artefact } from '@velvet-dusk/core/api/jobs';
import { proofGroups, proofLimits, proofVerdict } from '@velvet-dusk/core/order/proof';
import { VerdictMark } from '../ui/VerdictMark.tsx';
import { WorstColour } from './WorstColour.tsx';
import { tip } from '../ui/tip.ts';

interface FigureProps {
  label: string;
  value: number;
  /** Which of the limits it is judged by; none where it is not judged. */
  limit?: keyof typeof proofLimits;
}

function Figure({ label, value, limit }: FigureProps) {
  return (
    <div>
      <dt className="text-t3 text-[11.5px]">{label}</dt>
      <dd className="text-[18px] font-mono tabular-nums">
        {value.toFixed(value < 1 ? 3 : 2)}
        {limit !== undefined && (
          <span className="block text-[11.5px] font-sans">
            <VerdictMark verdict={proofVerdict({ mean: 0, p99: 0, [limit]: value })} word />{' '}
            <span className="text-t3">at most {proofLimits[limit]}</span>
          </span>
        )}
      </dd>
    </div>
  );
}

const columns = ['Mean', '99 %', 'Worst'];

/** The figures group by group, with the other interpolation a device may use beside them. */
function ProofGroups({ groups }: { groups: NonNullable<ExportProof['groups']> }) {
  return (
    <table className="w-full text-[12px]" aria-label="ΔE2000 by group of colours">
      <thead className="text-t3 text-[11.5px]">
        <tr>
          <td />
          <th colSpan={3} className="font-normal text-right">
            tetrahedral
          </th>
          <th colSpan={3} className="font-normal text-right">
            trilinear
          </th>
        </tr>
        <tr>
          <th className="font-normal text-left">Colours</th>
          {[...columns, ...columns].map((c, i) => (
            <th key={i} className="font-normal text-right w-[58px]">
              {c}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {groups.map((g) => {
          const { label, about, judged } = proofGroups.find((d) => d.id === g.id)!;
          return (
            <tr key={g.id} {...tip(`${g.samples.toLocaleString('en')} colours ${about}`)}>
              <th scope="row" className="font-normal text-left text-t2">
                {judged && <VerdictMark verdict={proofVerdict(g.tetrahedral)} />} {label}
                {!judged && <span className="text-t3">, not judged</span>}
              </th>
              {[g.tetrahedral, g.trilinear].flatMap(({ mean, p99, max }, i) =>
                [mean, p99, max].map((v, k) => (
                  <td
                    key={`${i}${k}`}
                    className={`num text-right ${i === 0 && judged ? 'text-t1' : 'text-t3'}`}
                  >
                    {v.toFixed(2)}
                  </td>
                )),
              )}
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

interface ProofSheetProps {
  file: Artefact;
  proof: ExportProof;
  grid: number | undefined;
}

/** What was measured on the file that can be downloaded. */
export function ProofSheet({ file, proof, grid }: ProofSheetProps) {
  return (
    <div className="pt-3 flex flex-col gap-3" data-testid="proof">
      <div className="grid grid-cols-[1.6fr_1fr] gap-6">
        <dl className="grid grid-cols-3 gap-4">
          <Figure label="Mean ΔE2000" value={proof.mean} limit="mean" />
          <Figure label="99 % within" value={proof.p99} limit="p99" />
          <Figure label="Worst" value={proof.max} />
        </dl>
        <p className="text-[11.5px] text-t3">
          {proof.samples.toLocaleString('en')} colours between the nodes, {proof.interpolation} against the
          exact recipe. Mean and 99 % are those of the group that comes out worst.
        </p>
      </div>
      {proof.groups && <ProofGroups groups={proof.groups} />}
      {proof.advice !== undefined && (
        <p role="status" className="text-[12.5px] text-close">
          ◐{' '}
          {proof.advice
            ? `This recipe bends more than a grid of ${grid} can follow. A grid of ${proof.advice.grid} keeps to the limits: mean ${proof.advice.mean.toFixed(3)}, 99 % within ${proof.advice.p99.toFixed(2)}.`
            : `No usual grid finer than ${grid} keeps this recipe to the limits.`}
        </p>
      )}
      <WorstColour worst={proof.worst} />
      <dl className="grid grid-cols-[70px_1fr] num text-t2 gap-y-0.5">
        <dt className="text-t3">Re-read</dt>
        <dd>
          <VerdictMark verdict="holds" /> every node within {proof.rereadError.toExponential(1)} of what was
          baked
        </dd>
        <dt className="text-t3">Size</dt>
        <dd>{(file.size / 1000).toFixed(0)} kB</dd>
        <dt className="text-t3">SHA-256</dt>
        <dd className="break-all">{file.sha256}</dd>
      </dl>
    </div>
  );
}
