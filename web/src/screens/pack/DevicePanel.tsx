import { named, Select } from '../../ui/Select.tsx';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { type DeviceId, deviceIds, devices } from '@velvet-dusk/core/device/devices';
import { describeRules } from '@velvet-dusk/core/pack/destination';
import type { Pack } from '@velvet-dusk/core/pack/document';
import { useOpenProject } from '../../api/openProject.ts';
import { plateOrder } from '../../bench/useBench.ts';
import { judge } from '../../workers/index.ts';
import type { Planned } from './usePlan.ts';
import { tip } from '../../ui/tip.ts';

function Picture({ image, label }: { image: ImageData | undefined; label: string }) {
  const ref = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    if (!image || !ref.current) return;
    ref.current.width = image.width;
    ref.current.height = image.height;
    ref.current.getContext('2d')?.putImageData(image, 0, 0);
  }, [image]);
  return (
    <figure className="min-w-0">
      <canvas ref={ref} role="img" aria-label={label} className="block w-full bg-g0" />
      <figcaption className="pt-0.5 text-t3 text-[11.5px]">{label}</figcaption>
    </figure>
  );
}

/** A plain box that stands in for what loads the files: its list, its screen, and how far it is from the recipe. */
export function DevicePanel({ pack, planned }: { pack: Pack; planned: Planned }) {
  const { plates, profiles } = useOpenProject();
  const there = deviceIds.filter((id) => planned.plan.files.some((f) => f.destination.id === id));
  const [asked, setAsked] = useState<DeviceId | null>(null);
  const [chosen, setChosen] = useState('');
  const [plateId, setPlateId] = useState('');
  const id = asked && there.includes(asked) ? asked : there[0];
  const logs = plates.filter((p) => p.kind === 'plate');
  const plate = logs.find((p) => p.id === plateId) ?? logs[0];
  const profile = profiles.find((p) => p.id === plate?.profileId);
  const files = planned.plan.files
    .filter((f) => f.destination.id === id && f.format === 'cube')
    .map((f) => ({ path: f.path.split('/').slice(1).join('/'), order: f.planned.order, key: f.planned.key }));
  const { data, error } = useQuery({
    queryKey: ['device', id, files.map((f) => `${f.key} ${f.path}`), chosen, plate?.id, plate?.revision],
    queryFn: () =>
      judge.operate({
        device: id,
        files: files.map(({ path, order }) => ({ path, order })),
        chosen,
        plate: plateOrder(plate, profile!),
      }),
    enabled: id !== undefined && plate !== undefined && profile !== undefined && files.length > 0,
    placeholderData: (before) => before,
    staleTime: Infinity,
  });
  const rules = pack.destinations.find((d) => d.id === id);
  if (!id || !rules) return null;
  const loaded = data?.menu.find((m) => m.path === chosen) ?? data?.menu[0];
  return (
    <section aria-label="Stand-in device" className="border-t border-g0 pt-3 pb-2 grid gap-2">
      <div className="flex items-baseline gap-2">
        <h2 className="flex-1 whitespace-nowrap">Stand-in device</h2>
        <Select<DeviceId>
          label="Device"
          value={id}
          options={there.map((d) => ({ value: d, label: devices[d].label }))}
          className="text-[12px]"
          onChange={setAsked}
        />
        <Select
          label="Plate on the device"
          value={plate?.id ?? ''}
          options={named(logs)}
          className="text-[12px] max-w-[124px]"
          onChange={setPlateId}
        />
      </div>
      {error && (
        <p role="alert" className="text-ember">
          ▲ {error.message}
        </p>
      )}
      <div className="grid grid-cols-2 gap-2">
        <Picture image={data?.pictures?.operator} label="what the operator sees" />
        <Picture image={data?.pictures?.recipe} label="the recipe" />
      </div>
      {data?.pictures && (
        <p className="text-t2 text-[12px]" data-testid="device-difference">
          ΔE <span className="num">{data.pictures.difference.mean.toFixed(2)}</span> in the mean,{' '}
          <span className="num">{data.pictures.difference.p99.toFixed(1)}</span> at 99 %;{' '}
          {describeRules(rules)}
        </p>
      )}
      <ol aria-label="Menu of the device" className="num text-[12px] grid">
        {data?.menu.map((m) => (
          <li key={m.path}>
            <button
              type="button"
              aria-pressed={m.path === loaded?.path}
              {...tip(m.path)}
              className={m.path === loaded?.path ? 'text-t1' : 'text-t2 hover:text-t1'}
              onClick={() => setChosen(m.path)}
            >
              {m.slot} {m.shown}
            </button>
          </li>
        ))}
      </ol>
      {data && data.refused.length > 0 && (
        <ul className="text-ember text-[12px]">
          {data.refused.map((r) => (
            <li key={r.path}>
              ▲ {r.path}: {r.why}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
