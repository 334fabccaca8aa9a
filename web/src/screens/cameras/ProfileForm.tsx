import type { Profile } from '@velvet-dusk/core/camera/profile';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { ConstantField } from '../../ui/ConstantField.tsx';
import { CurveFields } from './CurveFields.tsx';
import { field, Heading, typeIn } from './formParts.tsx';
import { editProfile, problemsOf } from './profileStore.ts';

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

function GamutFields({ profile }: { profile: Profile }) {
  const { primaries, white, id } = profile;
  const row = (
    label: string,
    place: string,
    value: readonly [number, number],
    change: (v: [number, number]) => Partial<Profile>,
  ) => (
    <div key={label} className="flex items-center gap-1.5">
      <span className="text-t2 flex-1">{label}</span>
      {(['x', 'y'] as const).map((c, i) => (
        <ConstantField
          key={c}
          hideLabel
          width={82}
          label={`${label} ${c}`}
          {...field(profile, `${place}.${c}`, value[i])}
          onChange={(v) =>
            v !== undefined &&
            typeIn(id, `${place}.${c}`, () => change(i === 0 ? [v, value[1]] : [value[0], v]))
          }
        />
      ))}
    </div>
  );
  return (
    <>
      <Heading>Primaries and white, x y</Heading>
      {(['red', 'green', 'blue'] as const).map((c) =>
        row(c[0].toUpperCase() + c.slice(1), `primaries.${c}`, primaries[c], (v) => ({
          primaries: { ...primaries, [c]: v },
        })),
      )}
      {row('White', 'white', white, (v) => ({ white: v }))}
    </>
  );
}

function SensorFields({ profile }: { profile: Profile }) {
  const { id, sensor, sensitivities } = profile;
  const setSensor = (key: keyof Profile['sensor'], value: number) =>
    typeIn(id, `sensor.${key}`, (p) => ({ sensor: { ...p.sensor, [key]: value } }));
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
        {...field(profile, 'sensor.clipStops', sensor.clipStops)}
        width={82}
        onChange={(v) => v !== undefined && setSensor('clipStops', v)}
      />
      <ConstantField
        label="Usable floor"
        unit="stops"
        {...field(profile, 'sensor.floorStops', sensor.floorStops)}
        width={82}
        onChange={(v) => v !== undefined && setSensor('floorStops', v)}
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
      {profile.guess && (
        <p className="text-t2 py-0.5">
          ◐ A guess: {profile.guess}. Type what its maker prints, or make a profile from a chart.{' '}
          <Button kind="text" onClick={() => editProfile(id, () => ({ guess: undefined }))}>
            No longer a guess
          </Button>
        </p>
      )}
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
