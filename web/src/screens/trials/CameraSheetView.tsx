import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { CameraSheet, SheetPair } from '@velvet-dusk/core/trial/cameraSheet';
import { heldTo } from '@velvet-dusk/core/look/shot';
import { signed } from '@velvet-dusk/core/numeric/signed';
import { useOpenProject } from '../../api/openProject.ts';
import { usePlates } from '../../bench/useBench.ts';
import { editPlates, useDocument } from '../../state/document.ts';
import { BitmapCanvas } from '../../ui/BitmapCanvas.tsx';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { atOnce, boardCrew } from '../../workers/crew.ts';
import type { TrialMaterial } from './useTrialMaterial.ts';
import { tip } from '../../ui/tip.ts';

const css = ([r, g, b]: readonly [number, number, number]) =>
  `rgb(${[r, g, b].map((v) => Math.round(Math.min(Math.max(v, 0), 1) * 255)).join(' ')})`;

/** ΔE2000 a pair may differ by before it is seen side by side, and before it is seen in a cut (common practice). */
const levels = { unseen: 1, seen: 3 };
const tone = (mean: number) =>
  mean < levels.unseen ? 'text-holds' : mean < levels.seen ? 'text-close' : 'text-ember';

/** ΔE of each pair, as half a square. */
function Triangle({
  sheet,
  chosen,
  onChoose,
}: {
  sheet: CameraSheet;
  chosen: SheetPair;
  onChoose(pair: SheetPair): void;
}) {
  const { cameras, pairs } = sheet;
  const pairOf = (a: string, b: string) => pairs.find((p) => p.a === a && p.b === b);
  return (
    <table className="text-[12px]" aria-label="ΔE of each pair">
      <tbody>
        {cameras.slice(1).map((b, row) => (
          <tr key={b.id}>
            <th scope="row" className="text-left font-normal text-t2 pr-3 whitespace-nowrap">
              {b.name}
            </th>
            {cameras.slice(0, row + 1).map((a) => {
              const pair = pairOf(a.id, b.id)!;
              return (
                <td key={a.id}>
                  <button
                    type="button"
                    aria-pressed={pair === chosen}
                    aria-label={`${a.name} and ${b.name}: ΔE ${pair.mean.toFixed(2)}`}
                    className={`num w-[74px] py-1 ${tone(pair.mean)} ${pair === chosen ? 'outline outline-1 outline-t1' : 'hover:bg-g3'}`}
                    onClick={() => onChoose(pair)}
                  >
                    {pair.mean < levels.unseen ? '●' : pair.mean < levels.seen ? '◐' : '▲'}{' '}
                    {pair.mean.toFixed(2)}
                  </button>
                </td>
              );
            })}
          </tr>
        ))}
        <tr>
          <td />
          {cameras.slice(0, -1).map((a) => (
            <td key={a.id} className="text-t2 text-center px-1 max-w-[74px] truncate" {...tip(a.name)}>
              {a.name}
            </td>
          ))}
        </tr>
      </tbody>
    </table>
  );
}

interface PairProps {
  sheet: CameraSheet;
  pair: SheetPair;
  /** The columns are plates of the project, which can be corrected. */
  ofPlates: boolean;
}

function PairDetails({ sheet, pair, ofPlates }: PairProps) {
  const nameOf = (id: string) => sheet.cameras.find((c) => c.id === id)?.name ?? id;
  const { remedy, chart } = pair;
  return (
    <div className="grid gap-2 content-start text-[12.5px]">
      <h3>
        {nameOf(pair.a)} <span className="text-t3">and</span> {nameOf(pair.b)}
      </h3>
      <p className="text-t2">
        Scene: ΔE2000 <span className="num text-t1">{pair.mean.toFixed(2)}</span> in the mean,{' '}
        <span className="num text-t1">{pair.p95.toFixed(1)}</span> at 95 %,{' '}
        <span className="num text-t1">{pair.max.toFixed(1)}</span> at most.
        {chart && (
          <>
            {' '}
            Chart: <span className="num text-t1">{chart.mean.toFixed(2)}</span>, at most{' '}
            <span className="num text-t1">{chart.max.toFixed(1)}</span>.
          </>
        )}
      </p>
      <p className="text-t2">
        {remedy
          ? `${nameOf(pair.b)} at ${signed(remedy.exposure, 2)} stops and ${signed(remedy.mired, 0)} mired: ΔE ${pair.mean.toFixed(2)} becomes ${remedy.mean.toFixed(2)}.`
          : 'No trim of exposure or balance brings the two nearer: what is left is the gamuts and the noise.'}
        {remedy && ofPlates && (
          <Button
            kind="text"
            className="ml-2"
            onClick={() =>
              editPlates([pair.b], ({ shot }) => ({
                shot: {
                  ...shot,
                  exposure: heldTo('exposure', shot.exposure + remedy.exposure),
                  mired: heldTo('mired', shot.mired + remedy.mired),
                },
              }))
            }
          >
            Apply to {nameOf(pair.b)}
          </Button>
        )}
      </p>
      {chart && (
        <ul aria-label="Patches, worst first" className="flex flex-wrap gap-1">
          {chart.patches.map(({ name, deltaE }) => {
            const patch = sheet.patches.find((p) => p.name === name)!;
            return (
              <li key={name} className="text-center">
                <span aria-hidden className="flex w-[46px] h-[30px]">
                  <span className="flex-1" style={{ background: css(patch.signals[pair.a]) }} />
                  <span className="flex-1" style={{ background: css(patch.signals[pair.b]) }} />
                </span>
                <span className="num text-t3 text-[10.5px]">
                  {name} {deltaE.toFixed(1)}
                </span>
              </li>
            );
          })}
        </ul>
      )}
    </div>
  );
}

/** The same scene and chart through every camera, or plates recorded of one framing, pair by pair. */
export function CameraSheetView({ material }: { material: TrialMaterial }) {
  const { viewing: display, practice, profiles, looks } = useOpenProject();
  const plates = usePlates();
  const openId = useDocument((s) => s.lookId);
  const [plateId, setPlateId] = useState(plates[0]?.id ?? '');
  const [way, setWay] = useState<'stand-in' | 'recorded'>('stand-in');
  const [lookId, setLookId] = useState(openId || (looks[0]?.id ?? ''));
  const plate = plates.find((p) => p.id === plateId) ?? plates[0];
  const same = plates.filter(
    (p) => p.scene === plate?.scene && p.width === plate.width && p.height === plate.height,
  );
  const used = way === 'recorded' ? same : plate ? [plate] : [];
  const look = material.look(lookId);
  const { data, error, isFetching } = useQuery({
    queryKey: [
      'camera sheet',
      used.map((p) => [p.id, p.revision, p.profileId, p.shot, p.strengths]),
      look,
      way,
      display,
      practice,
    ],
    queryFn: ({ signal }) =>
      boardCrew().run(
        'sheet',
        [
          used.flatMap((p) => {
            const order = material.plate(p.id);
            return order ? [order] : [];
          }),
          look!,
          material.usual.profiles as typeof profiles,
          { display, practice, profiles, judged: [] },
        ],
        { signal, priority: atOnce },
      ),
    enabled: look !== null && used.length > 0 && (way === 'stand-in' || used.length > 1),
    staleTime: Infinity,
    gcTime: 60_000,
  });
  const [chosenKey, setChosenKey] = useState('');
  const keyOf = (p: SheetPair) => `${p.a} ${p.b}`;
  const worst = data && [...data.sheet.pairs].sort((a, b) => b.mean - a.mean)[0];
  const chosen = data?.sheet.pairs.find((p) => keyOf(p) === chosenKey) ?? worst;
  return (
    <div className="flex-1 min-h-0 scroll-quiet px-4 py-3 grid gap-4 content-start">
      <div className="flex items-center gap-6 text-[12.5px]">
        <Choice
          label="Plate"
          value={plate?.id ?? ''}
          options={plates.map((p) => ({ value: p.id, label: p.name }))}
          onChange={setPlateId}
        />
        <Choice
          label="Look"
          value={lookId}
          options={material.sources.looks.map((l) => ({ value: l.id, label: l.name }))}
          onChange={setLookId}
        />
        <Choice<'stand-in' | 'recorded'>
          label="Cameras"
          value={way}
          options={[
            { value: 'stand-in', label: 'every profile (stand-in)' },
            { value: 'recorded', label: `plates of this scene (${same.length})` },
          ]}
          onChange={setWay}
        />
      </div>
      {way === 'recorded' && same.length < 2 && (
        <p className="text-t2">
          Only one plate of this scene and size is here. Bring in the same framing from another camera and
          give both the same scene at Plates.
        </p>
      )}
      {error && (
        <p role="alert" className="text-ember">
          ▲ {error.message}
        </p>
      )}
      {isFetching && !data && <p className="text-t3">Measuring every pair …</p>}
      {data && chosen && (
        <>
          <div className="flex" data-testid="camera-pictures">
            {data.sheet.cameras.map(({ id, name }, i) => (
              <figure key={id} className="flex-1 min-w-0">
                <BitmapCanvas bitmap={data.pictures[i]} className="block w-full" />
                <figcaption className="text-[11.5px] text-t2 pt-0.5 truncate">{name}</figcaption>
              </figure>
            ))}
          </div>
          <div className="grid grid-cols-[auto_1fr] gap-8">
            <Triangle sheet={data.sheet} chosen={chosen} onChoose={(p) => setChosenKey(keyOf(p))} />
            <PairDetails sheet={data.sheet} pair={chosen} ofPlates={way === 'recorded'} />
          </div>
        </>
      )}
    </div>
  );
}
