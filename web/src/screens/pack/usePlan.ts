import { useDeferredValue, useMemo } from 'react';
import type { Pack } from '@velvet-dusk/core/pack/document';
import { type PackTotals, totalsOf } from '@velvet-dusk/core/pack/estimate';
import { configGridCount } from '@velvet-dusk/core/pack/ocioConfig';
import { judgePlan, type Judgement } from '@velvet-dusk/core/pack/judge';
import { type Plan, planPack } from '@velvet-dusk/core/pack/plan';
import { usePackLooks } from '../../api/packs.ts';
import { useOpenProject } from '../../bench/useBench.ts';

export interface Planned {
  plan: Plan;
  judged: Judgement;
  totals: PackTotals;
}

/** A pack planned and judged, a moment after each edit. */
export function usePlan(pack: Pack): Planned {
  const project = useOpenProject();
  const looks = usePackLooks(project);
  const settled = useDeferredValue(pack);
  const { profiles } = project;
  return useMemo(() => {
    const plan = planPack(settled, { looks, profiles });
    return {
      plan,
      judged: judgePlan(settled, plan),
      totals: totalsOf(plan, {
        cores: navigator.hardwareConcurrency || 2,
        configGrids: settled.ocioConfig ? configGridCount(settled, { looks, profiles }) : 0,
      }),
    };
  }, [settled, looks, profiles]);
}
