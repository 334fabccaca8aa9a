import { useEffect, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { useOpenProject } from '../../api/openProject.ts';
import { setMeasured } from '../../state/measured.ts';
import { setView } from '../../state/view.ts';
import { Button } from '../../ui/Button.tsx';
import { judge } from '../../workers/index.ts';
import { latestOnly } from '../../workers/latest.ts';
import { type CurrentPlate, plateOrder, useMeasuredLook } from '../useBench.ts';

type Cost = Awaited<ReturnType<typeof judge.placementCost>>;

const percent = (share: number) => `${(share * 100).toFixed(1)}\u00a0%`;

/** Where a project corrects behind the LUT: what the corrections of this plate lose there, and how far the picture is off. */
export function BehindLut({ plate, profile, shot }: CurrentPlate) {
  const look = useMeasuredLook();
  const { id } = useOpenProject();
  const navigate = useNavigate();
  const [cost, setCost] = useState<Cost | null>(null);
  const run = useRef<((order: Parameters<typeof judge.placementCost>) => void) | null>(null);
  run.current ??= latestOnly(async (order: Parameters<typeof judge.placementCost>) => {
    try {
      setCost(await judge.placementCost(...order));
    } catch (error) {
      setMeasured({ trouble: `The placement could not be measured: ${(error as Error).message}` });
    }
  });
  useEffect(() => run.current!([plateOrder(plate, profile), look]), [plate, profile, shot, look]);
  return (
    <p role="status" className="px-3 pb-1 text-[11.5px] text-t2">
      Shown ahead of it.{' '}
      {cost ? (
        <>
          Behind it: <span className="num">ΔE {cost.difference.toFixed(1)}</span>, highlights lost{' '}
          <span className="num">{percent(cost.lost.highlights)}</span>, shadows{' '}
          <span className="num">{percent(cost.lost.shadows)}</span>.
        </>
      ) : (
        'Measuring …'
      )}{' '}
      <Button
        kind="text"
        onClick={() => {
          setView({ compare: 'placement', plateId: plate.id });
          void navigate(`/${id}/look`);
        }}
      >
        Compare
      </Button>
    </p>
  );
}
