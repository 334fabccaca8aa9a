import { constantFields } from '@velvet-dusk/core/camera/document/constants';
import { curveFamilies, curveFamily, type CurveParams } from '@velvet-dusk/core/camera/curves/index';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { ConstantField } from '../../ui/ConstantField.tsx';
import { editProfile, problemsOf } from './profileStore.ts';

/** The words behind `place:` among a draft's problems. */
const problemAt = (problems: string[], place: string) =>
  problems.find((p) => p.startsWith(`${place}: `))?.slice(place.length + 2);

function Heading({ children }: { children: string }) {
  return <h3 className="font-semibold text-[12px] pt-3 pb-1">{children}</h3>;
}

function TextField({ label, value, onChange }: { label: string; value: string; onChange(v: string): void }) {
  return (
    <label className="flex items-center gap-2 min-h-[24px]">
      <span className="text-t2 flex-1">{label}</span>
      <input
        type="text"
        className="bg-g1 border border-g4 rounded-sm px-1.5 py-0.5 w-[190px] focus:outline-none focus:border-violet"
        value={value}
        onChange={(e) => onChange(e.currentTarget.value)}
        onKeyDown={(e) => e.stopPropagation()}
      />
    </label>
  );
}

function CurveFields({ profile, problems }: { profile: Profile; problems: string[] }) {
  const { curve, id } = profile;
  const values = curve as unknown as Record<string, unknown>;
  const set = (key: string, value: unknown) =>
    editProfile(id, (p) => {
      const { [key]: _, ...rest } = p.curve as unknown as Record<string, unknown>;
      return { curve: (value === undefined ? rest : { ...rest, [key]: value }) as unknown as CurveParams };
    });
  const families = curveFamilies.map((f) => ({ value: f.id as string, label: f.label }));
  return (
    <>
      <Heading>Curve</Heading>
      <Choice
        label="Family"
        value={curve.family}
        options={families}
        onChange={(family) => editProfile(id, () => ({ curve: curveFamily(family).example as CurveParams }))}
      />
      <ul aria-label="Equation: signal y of light x" className="num text-[11.5px] text-t2 py-1">
        {curveFamily(curve.family).equation.lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      {constantFields(curve.family).map((f) => {
        if (f.kind === 'number')
          return (
            <ConstantField
              key={f.key}
              label={f.label}
              unit={f.unit}
              letter={f.letter}
              optional={f.optional}
              problem={problemAt(problems, `curve.${f.key}`)}
              value={values[f.key] as number | undefined}
              onChange={(v) => set(f.key, v)}
            />
          );
        if (f.kind === 'choice')
          return (
            <Choice
              key={f.key}
              label={f.label}
              value={String(values[f.key])}
              options={f.choices.map((c) => ({ value: c, label: c }))}
              onChange={(v) =>
                editProfile(id, () => ({
                  curve: {
                    family: 'videoGamma',
                    standard: v,
                    ...(v === 'power' ? { gamma: 2.2 } : {}),
                  } as CurveParams,
                }))
              }
            />
          );
        return (
          <PointsField
            key={f.key}
            points={(curve as { points: [number, number][] }).points}
            onChange={(v) => set(f.key, v)}
          />
        );
      })}
    </>
  );
}

/** Points of a sampled curve, as lines of text. */
function PointsField({
  points,
  onChange,
}: {
  points: [number, number][];
  onChange(p: [number, number][]): void;
}) {
  const text = points.map((p) => p.join(', ')).join('\n');
  const take = (typed: string) => {
    const rows = typed
      .trim()
      .split('\n')
      .map((l) => l.split(/[,;\s]+/).map(Number));
    if (rows.every((r) => r.length === 2 && r.every(Number.isFinite))) onChange(rows as [number, number][]);
  };
  return (
    <label className="block">
      <span className="text-t2">Points: signal, scene-linear</span>
      <textarea
        key={text}
        className="num w-full h-24 bg-g1 border border-g4 rounded-sm p-1.5 scroll-quiet"
        defaultValue={text}
        onBlur={(e) => take(e.currentTarget.value)}
        onKeyDown={(e) => e.stopPropagation()}
      />
    </label>
  );
}

function GamutFields({ profile }: { profile: Profile }) {
  const { primaries, white, id } = profile;
  const row = (label: string, value: readonly [number, number], set: (v: [number, number]) => void) => (
    <div key={label} className="flex items-center gap-1.5">
      <span className="text-t2 flex-1">{label}</span>
      {[0, 1].map((i) => (
        <ConstantField
          key={i}
          hideLabel
          width={82}
          label={`${label} ${'xy'[i]}`}
          value={value[i]}
          onChange={(v) => v !== undefined && set(i === 0 ? [v, value[1]] : [value[0], v])}
        />
      ))}
    </div>
  );
  return (
    <>
      <Heading>Primaries and white, x y</Heading>
      {(['red', 'green', 'blue'] as const).map((c) =>
        row(c[0].toUpperCase() + c.slice(1), primaries[c], (v) =>
          editProfile(id, (p) => ({ primaries: { ...p.primaries, [c]: v } })),
        ),
      )}
      {row('White', white, (v) => editProfile(id, () => ({ white: v })))}
    </>
  );
}

function SensorFields({ profile }: { profile: Profile }) {
  const { id, sensor, sensitivities } = profile;
  const setSensor = (change: Partial<Profile['sensor']>) =>
    editProfile(id, (p) => ({ sensor: { ...p.sensor, ...change } }));
  const setBase = (i: number, change: Partial<Profile['sensitivities'][number]>) =>
    editProfile(id, (p) => ({
      sensitivities: p.sensitivities.map((b, k) => (k === i ? { ...b, ...change } : b)),
    }));
  return (
    <>
      <Heading>Sensor</Heading>
      <ConstantField
        label="Clip"
        unit="stops over mid-grey"
        value={sensor.clipStops}
        width={82}
        onChange={(v) => v !== undefined && setSensor({ clipStops: v })}
      />
      <ConstantField
        label="Usable floor"
        unit="stops"
        value={sensor.floorStops}
        width={82}
        onChange={(v) => v !== undefined && setSensor({ floorStops: v })}
      />
      <Heading>Base sensitivities, EI and what post reaches</Heading>
      {sensitivities.map((b, i) => (
        <div key={i} className="flex items-center gap-1.5">
          {(
            [
              ['base', 'Base'],
              ['from', 'from'],
              ['to', 'to'],
            ] as const
          ).map(([key, word]) => (
            <span key={key} className="flex items-center gap-1 text-t3">
              {word}
              <ConstantField
                hideLabel
                width={62}
                label={`Base ${i + 1}, ${word}`}
                value={b[key]}
                onChange={(v) => v !== undefined && setBase(i, { [key]: v })}
              />
            </span>
          ))}
          <Button
            kind="text"
            aria-label={`Remove base ${b.base}`}
            onClick={() =>
              editProfile(id, (p) => ({ sensitivities: p.sensitivities.filter((_, k) => k !== i) }))
            }
          >
            Remove
          </Button>
        </div>
      ))}
      <Button
        kind="text"
        onClick={() =>
          editProfile(id, (p) => ({
            sensitivities: [
              ...p.sensitivities,
              { base: 800, from: 200, to: 3200, photonsAtGrey: 2500, readNoise: 4 },
            ],
          }))
        }
      >
        Add a base
      </Button>
    </>
  );
}

const depths = ['8', '10', '12', '16'] as const;

/** Everything a maker's document states about an encoding, typed as it is printed. */
export function ProfileForm({ profile }: { profile: Profile }) {
  const { id } = profile;
  const problems = problemsOf(profile);
  return (
    <div className="px-4 pb-4 text-[12px] flex flex-col gap-0.5">
      <Heading>Document</Heading>
      <TextField label="Name" value={profile.name} onChange={(name) => editProfile(id, () => ({ name }))} />
      <TextField
        label="Camera"
        value={profile.camera}
        onChange={(camera) => editProfile(id, () => ({ camera }))}
      />
      <TextField
        label="Source"
        value={profile.citation}
        onChange={(citation) => editProfile(id, () => ({ citation }))}
      />
      <Choice
        label="Signal range"
        value={profile.range}
        options={[
          { value: 'full', label: 'full, 0–1023' },
          { value: 'narrow', label: 'narrow, 64–940' },
        ]}
        onChange={(range) => editProfile(id, () => ({ range }))}
      />
      <Choice
        label="Beyond the range"
        value={profile.overshoot}
        options={[
          { value: 'kept', label: 'codes go on with the curve' },
          { value: 'held', label: 'codes are held at its ends' },
        ]}
        onChange={(overshoot) => editProfile(id, () => ({ overshoot }))}
      />
      <Choice
        label="Bits"
        value={`${profile.bitDepth}` as (typeof depths)[number]}
        options={depths.map((d) => ({ value: d, label: d }))}
        onChange={(d) => editProfile(id, () => ({ bitDepth: Number(d) as Profile['bitDepth'] }))}
      />
      <CurveFields profile={profile} problems={problems} />
      <GamutFields profile={profile} />
      <SensorFields profile={profile} />
      {problems.length > 0 && (
        <ul role="alert" className="text-ember pt-2">
          {problems.map((p) => (
            <li key={p}>▲ {p}</li>
          ))}
        </ul>
      )}
    </div>
  );
}
