import { constantFields } from '@velvet-dusk/core/camera/document/constants';
import { curveFamilies, curveFamily, type CurveParams } from '@velvet-dusk/core/camera/curves/index';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import { isToType, withFamily } from '@velvet-dusk/core/camera/unfinished';
import { Choice } from '../../ui/Choice.tsx';
import { ConstantField } from '../../ui/ConstantField.tsx';
import { field, Heading, typeIn } from './formParts.tsx';
import { editProfile, remakeProfile } from './profileStore.ts';

/** The words behind `place:` among a draft's problems. */
const problemAt = (problems: string[], place: string) =>
  problems.find((p) => p.startsWith(`${place}: `))?.slice(place.length + 2);

/** The curve: its family, its equation, and the constants of it. */
export function CurveFields({ profile, problems }: { profile: Profile; problems: string[] }) {
  const { curve, id } = profile;
  const values = curve as unknown as Record<string, unknown>;
  const set = (key: string, value: unknown) =>
    typeIn(id, `curve.${key}`, (p) => {
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
        onChange={(family) => remakeProfile(id, (p) => withFamily(p, family))}
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
              {...field(profile, `curve.${f.key}`, values[f.key] as number | undefined)}
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
            points={
              isToType(profile, `curve.${f.key}`) ? [] : (curve as { points: [number, number][] }).points
            }
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
