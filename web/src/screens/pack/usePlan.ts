import { useDeferredValue, useMemo } from 'react';
import type { Pack } from '@velvet-dusk/core/pack/document';
import { packTimes } from '@velvet-dusk/core/api/jobs';
import { totalsOf } from '@velvet-dusk/core/pack/estimate';
import { forecast, type PackTotals } from '@velvet-dusk/core/pack/forecast';
import { configGridCount } from '@velvet-dusk/core/pack/ocioConfig';
import { judgePlan, type Judgement } from '@velvet-dusk/core/pack/judge';
import type { Plan } from '@velvet-dusk/core/pack/plannedFile';
import { planPack } from '@velvet-dusk/core/pack/plan';
import { useJobs } from '../../api/jobs.ts';
import { usePackLooks } from '../../api/packs.ts';
import { useOpenProject } from '../../api/openProject.ts';

export interface Planned {
  plan: Plan;
  judged: Judgement;
  totals: PackTotals;
  /** By what packs took here before; null before the first. */
  expected: { zip: number; seconds: number } | null;
}

/** A pack planned and judged, a moment after each edit. */
export function usePlan(pack: Pack): Planned {
  const project = useOpenProject();
  const looks = usePackLooks(project);
  const settled = useDeferredValue(pack);
  const { profiles } = project;
  const { jobs } = useJobs(project.id);
  const times = useMemo(() => packTimes(jobs), [jobs]);
  return useMemo(() => {
    const plan = planPack(settled, { looks, profiles });
    const totals = totalsOf(plan, {
      configGrids: settled.ocioConfig ? configGridCount(settled, { looks, profiles }) : 0,
    });
    return {
      plan,
      judged: judgePlan(settled, plan),
      totals,
      expected: forecast(totals, times),
    };
  }, [settled, looks, profiles, times]);
}
