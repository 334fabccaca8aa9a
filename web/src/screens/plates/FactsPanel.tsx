import { useId } from 'react';
import { sourceUrl } from '../../api/urls.ts';
import type { Plate } from '@velvet-dusk/core/api/contract';
import { firstStretch } from '@velvet-dusk/core/camera/byHand';
import { makeCodec } from '@velvet-dusk/core/camera/codec';
import { linearToStops } from '@velvet-dusk/core/colour/exposure';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import { useOpenProject } from '../../api/openProject.ts';
import { betterProfileOf, rankedProfilesOf } from '../../plates/betterProfile.ts';
import { editPlates } from '../../state/document.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { NoiseBehindTrim } from './NoiseBehindTrim.tsx';
import { RecordPanel } from './RecordPanel.tsx';
import { setStretch } from './stretchStore.ts';
import { frameColumns } from './readingsOf.ts';

const shownFacts = ['size', 'depth', 'range', 'inside', 'clipped', 'crushed', 'noise'];
const reach = { low: -9, high: 8 };
const bins = 85;

/** Shares of codes over stops from mid-grey, under the profile the frame was given. */
function stopsHistogram(histogram: readonly number[], profile: Profile): number[] {
  const codec = makeCodec(profile);
  const out = Array<number>(bins).fill(0);
  const width = (reach.high - reach.low) / bins;
  const at = (code: number) => {
    const light = codec.decode(code);
    return light > 0 ? (linearToStops(light) - reach.low) / width : 0;
  };
  histogram.forEach((share, i) => {
    // A code of eight bits may span several bins low down, or share one high up.
    const [from, to] = [at(i / histogram.length), at((i + 1) / histogram.length)];
    const first = Math.min(Math.max(Math.floor(from), 0), bins - 1);
    const last = Math.min(Math.max(Math.floor(to), first), bins - 1);
    for (let b = first; b <= last; b++) out[b] += share / (last - first + 1);
  });
  return out;
}

function Histogram({ plate, profile }: { plate: Plate; profile: Profile }) {
  if (!plate.facts) return null;
  const shares = stopsHistogram(plate.facts.histogram, profile);
  const top = Math.max(...shares) || 1;
  const [w, h] = [316, 58];
  const x = (stops: number) => ((stops - reach.low) / (reach.high - reach.low)) * w;
  const { floorStops, clipStops } = profile.sensor;
  return (
    <svg width={w} height={h + 16} role="img" aria-label="Codes over stops from mid-grey" className="block">
      <rect x={0} y={0} width={w} height={h} className="fill-g0" />
      {shares.map((s, i) => (
        <rect
          key={i}
          x={(i * w) / bins}
          y={h - (s / top) ** 0.5 * (h - 3)}
          width={w / bins + 0.3}
          height={(s / top) ** 0.5 * (h - 3)}
          className="fill-g5"
        />
      ))}
      {[floorStops, clipStops].map((s) => (
        <line key={s} x1={x(s)} x2={x(s)} y1={0} y2={h} className="stroke-t3" strokeDasharray="2 3" />
      ))}
      {[-8, -6, -4, -2, 0, 2, 4, 6].map((s) => (
        <text key={s} x={x(s)} y={h + 12} textAnchor="middle" fontSize={10} className="num fill-t3">
          {s > 0 ? `+${s}` : s < 0 ? `−${-s}` : 0}
        </text>
      ))}
    </svg>
  );
}

/** A line of text typed in place. @param known what is offered while it is typed. */
function TextLine({
  label,
  value,
  maxLength,
  known = [],
  onChange,
}: {
  label: string;
  value: string;
  maxLength: number;
  known?: readonly string[];
  onChange(value: string): void;
}) {
  const listId = useId();
  const offered = [...new Set(known)].filter((k) => k && k !== value).sort();
  return (
    <label className="flex items-center gap-2 pb-1">
      <span className="text-t2 w-10">{label}</span>
      <input
        type="text"
        className="flex-1 min-w-0 bg-transparent border-b border-g4 hover:border-g5 focus:border-violet focus:outline-none text-[13px]"
        value={value}
        maxLength={maxLength}
        list={listId}
        onChange={(e) => onChange(e.currentTarget.value)}
        onKeyDown={(e) => e.stopPropagation()}
      />
      <datalist id={listId}>
        {offered.map((k) => (
          <option key={k} value={k} />
        ))}
      </datalist>
    </label>
  );
}

/** What the frame says about itself, and which profile it looks like. */
export function FactsPanel({ plate, profile }: { plate: Plate; profile: Profile }) {
  const { plates, profiles } = useOpenProject();
  const ranked = rankedProfilesOf(plate, profiles);
  const doubted = betterProfileOf(plate, profiles);
  const give = (profileId: string) => editPlates([plate.id], () => ({ profileId }));
  return (
    <section aria-label="What the frame says" className="px-3 py-2 text-[12px]">
      <TextLine
        label="Name"
        value={plate.name}
        maxLength={120}
        onChange={(name) => name && editPlates([plate.id], () => ({ name }))}
      />
      {plate.kind === 'plate' && (
        <TextLine
          label="Scene"
          value={plate.scene}
          maxLength={60}
          known={plates.map((p) => p.scene)}
          onChange={(scene) => editPlates([plate.id], () => ({ scene }))}
        />
      )}
      <Choice
        label={plate.kind === 'plate' ? 'Recorded in' : 'Made for'}
        value={plate.profileId}
        options={profiles.map((p) => ({ value: p.id, label: p.name }))}
        onChange={give}
      />
      {profile.guess && profile.id === plate.profileId && (
        <p className="text-t2">
          ◐ {profile.name} is a guess: {profile.guess}.
        </p>
      )}
      <dl className="grid grid-cols-[auto_1fr_auto_1fr] gap-x-3 gap-y-0.5 py-1.5">
        {frameColumns
          .filter((c) => shownFacts.includes(c.id))
          .map((c) => (
            <div key={c.id} className="contents">
              <dt className="text-t3">{c.label}</dt>
              <dd className="num text-t1">
                {c.text(plate, profiles)}
                {c.id === 'noise' && plate.kind === 'plate' && (
                  <NoiseBehindTrim plate={plate} profile={profile} />
                )}
              </dd>
            </div>
          ))}
      </dl>
      {plate.kind === 'plate' && <Histogram plate={plate} profile={profile} />}
      {plate.kind === 'plate' && <RecordPanel plate={plate} profile={profile} />}
      {plate.kind === 'plate' && ranked.length > 0 && (
        <div className="pt-1">
          {doubted && (
            <p role="status" className="text-ember">
              ▲ Looks like {doubted.name}, not {profile.name}: {doubted.reason}.{' '}
              <Button kind="text" onClick={() => give(doubted.profileId)}>
                Give it {doubted.name}
              </Button>
            </p>
          )}
          <details className="text-t2">
            <summary className="cursor-pointer">Likeliest profiles</summary>
            <ol className="pt-1">
              {ranked.slice(0, 4).map((s) => (
                <li key={s.profileId} className="flex gap-2">
                  <span className="num w-9 text-right">{s.likelihood.toFixed(2)}</span>
                  <span className="flex-1">
                    <span className={s.profileId === plate.profileId ? 'text-t1' : ''}>{s.name}</span>:{' '}
                    {s.reason}
                  </span>
                </li>
              ))}
            </ol>
            {plate.facts && (
              <p className="pt-1">
                None of them?{' '}
                <Button
                  kind="text"
                  onClick={() => setStretch(plate.id, firstStretch(plate.facts!.histogram))}
                >
                  Normalise by hand
                </Button>
              </p>
            )}
          </details>
        </div>
      )}
      <p className="text-t3 pt-1">
        {plate.note && `${plate.note}. `}
        <a className="text-violet underline underline-offset-2" href={sourceUrl(plate)} download>
          {plate.sourceName || 'The file'}
        </a>
        , as it came.
      </p>
    </section>
  );
}
