import { judgePlan } from '@velvet-dusk/core/pack/judge';
import type { Plan } from '@velvet-dusk/core/pack/plannedFile';
import { planPack } from '@velvet-dusk/core/pack/plan';
import type { PackSpec } from '@velvet-dusk/core/pack/spec';

/** What a plan is made of. */
export type PlanTask = Pick<PackSpec, 'pack' | 'looks' | 'profiles'>;

/** A pack as planned, with what the rules of its places say of it. */
export interface Planned {
  plan: Plan;
  /** Of each file of the plan. */
  said: string[][];
  /** Of destinations, by ID. */
  saidOfPlaces: Map<string, string[]>;
  /** What keeps it from being exported; empty where nothing does. */
  problems: string[];
}

/** Plans a pack and judges it. In a thread: some thousand files take a good part of a second. */
export function planFiles({ pack, looks, profiles }: PlanTask): Planned {
  const plan = planPack(pack, { looks, profiles });
  const judged = judgePlan(pack, plan);
  const problems = [
    ...plan.refused.map((r) => r.says),
    ...plan.files.flatMap((file, i) =>
      judged.files[i].filter((f) => f.isNoFile).map((f) => `${file.name}: ${f.says}`),
    ),
  ];
  if (plan.files.length === 0 && problems.length === 0) problems.push('no file is planned');
  return {
    plan,
    said: judged.files.map((found) => found.map((f) => f.says)),
    saidOfPlaces: new Map([...judged.destinations].map(([id, found]) => [id, found.map((f) => f.says)])),
    problems,
  };
}
