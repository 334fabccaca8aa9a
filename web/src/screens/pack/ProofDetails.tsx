import { proofGroups } from '@velvet-dusk/core/order/proof';
import { deviceIds, devices } from '@velvet-dusk/core/device/devices';
import { differenceWords } from '@velvet-dusk/core/pack/guide/changes';
import type { ManifestFile } from '@velvet-dusk/core/pack/manifest';
import { WorstColour } from '../../exports/WorstColour.tsx';
import { GreyAxis } from './GreyAxis.tsx';

type Proof = NonNullable<ManifestFile['proof']>;

const groupLabel = (id: string) => proofGroups.find((g) => g.id === id)?.label ?? id;

function Measured({ proof }: { proof: Proof }) {
  return (
    <div className="grid grid-cols-[auto_1fr] gap-x-6 gap-y-2 items-start">
      {proof.greyAxis && <GreyAxis axis={proof.greyAxis} />}
      <div className="grid gap-2">
        {proof.worst.map((worst) => (
          <div key={worst.group} className="grid grid-cols-[110px_1fr] items-center">
            <span>
              {groupLabel(worst.group)}
              <span className="block num text-t1">ΔE {worst.deltaE.toFixed(2)}</span>
            </span>
            <WorstColour worst={worst} />
          </div>
        ))}
      </div>
    </div>
  );
}

function deviceWords({ id, refused, figures }: NonNullable<ManifestFile['device']>): string {
  const known = deviceIds.find((d) => d === id);
  const label = known ? devices[known].label : id;
  if (!figures) return `${label} does not take it: ${refused}.`;
  return `${label} shows the plates ΔE ${figures.mean.toFixed(2)} from the recipe in the mean, ${figures.p99.toFixed(1)} at 99 %, ${figures.max.toFixed(1)} at most.`;
}

/** All that was measured of one file: worst colours, greys, what a device makes of it, how far it is from the one before. */
export function ProofDetails({ file }: { file: ManifestFile }) {
  const { proof, device, difference } = file;
  return (
    <div className="px-6 py-2 bg-g1 text-[12px] text-t2 grid gap-1.5">
      <p>
        {file.input} → {file.output}. Stands {file.stands}.
      </p>
      {proof && <Measured proof={proof} />}
      {proof && (
        <p>
          Proved on <span className="num">{proof.samples}</span> colours, {proof.interpolation}. Greys{' '}
          {proof.greyFall === 0 ? 'rise everywhere' : `fall by ${(proof.greyFall * 100).toFixed(2)} %`};
          beyond the camera’s range their colour grows by C* {proof.endColour.toFixed(1)}. Read back within{' '}
          {proof.rereadError.toExponential(1)} of what was baked.
        </p>
      )}
      {device && <p>{deviceWords(device)}</p>}
      {difference && <p>From the release before: {differenceWords(difference)}.</p>}
      <p className="num break-all">SHA-256 {file.sha256}</p>
    </div>
  );
}
