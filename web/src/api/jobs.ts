import {
  type InfiniteData,
  type QueryClient,
  useInfiniteQuery,
  useMutation,
  useQueryClient,
} from '@tanstack/react-query';
import { useEffect } from 'react';
import type { ExportOrder } from '@velvet-dusk/core/api/contract';
import { actOnJob, giveReasons, listJobs } from '@velvet-dusk/core/api/endpoints/jobs';
import { orderExport } from '@velvet-dusk/core/api/endpoints/looks';
import {
  isExport,
  type Job,
  type JobAction,
  type JobPage,
  jobSchema,
  jobStates,
} from '@velvet-dusk/core/api/jobs';
import type { Reasons } from '@velvet-dusk/core/pack/standing';
import { jobEventsUrl } from './urls.ts';
import { call } from './client.ts';

type Pages = InfiniteData<JobPage, string>;
const keyOf = (projectId: string) => ['jobs', projectId];

const noCounts = Object.fromEntries(jobStates.map((state) => [state, 0])) as JobPage['counts'];

/** Jobs of a project, the newest first, page by page. */
export function useJobs(projectId: string) {
  const { data, hasNextPage, fetchNextPage, isFetchingNextPage } = useInfiniteQuery({
    queryKey: keyOf(projectId),
    queryFn: ({ pageParam }) =>
      call(listJobs, { id: projectId }, pageParam ? { query: { before: pageParam } } : {}),
    initialPageParam: '',
    getNextPageParam: (page) => page.next,
    staleTime: Infinity,
  });
  return {
    jobs: data?.pages.flatMap((p) => p.jobs) ?? [],
    counts: data?.pages[0].counts ?? noCounts,
    exports: data?.pages[0].exports ?? 0,
    hasNextPage,
    fetchNextPage,
    isFetchingNextPage,
  };
}

const find = (data: Pages, id: string) => data.pages.flatMap((p) => p.jobs).find((j) => j.id === id);

/** Puts a changed or new job in its place, and counts it under its new state. */
function putJob(client: QueryClient, job: Job): void {
  client.setQueryData<Pages>(keyOf(job.projectId), (data) => {
    if (!data) return data;
    const known = find(data, job.id);
    const [first] = data.pages;
    const isNew = !known && job.createdAt >= (first.jobs[0]?.createdAt ?? '');
    // One from a page that is not read is counted when the list is read again.
    if (!known && !isNew) return data;
    const counts = { ...first.counts, [job.state]: first.counts[job.state] + 1 };
    if (known) counts[known.state]--;
    const isDone = (j: Job | undefined) => Number(j?.state === 'done' && isExport(j));
    const exports = first.exports + isDone(job) - isDone(known);
    const pages = data.pages.map((page, i) => ({
      ...page,
      ...(i === 0 ? { counts, exports } : {}),
      jobs: [...(i === 0 && isNew ? [job] : []), ...page.jobs.map((j) => (j.id === job.id ? job : j))],
    }));
    return { ...data, pages };
  });
}

/** Follows all jobs of a project over one stream of server-sent events, and keeps their list true. */
export function useJobEvents(projectId: string, isWanted: boolean): void {
  const client = useQueryClient();
  useEffect(() => {
    if (!isWanted) return;
    const source = new EventSource(jobEventsUrl({ id: projectId }));
    // What happened while nobody listened is read again, also after the server was away.
    source.onopen = () => void client.invalidateQueries({ queryKey: keyOf(projectId) });
    source.onmessage = ({ data }: MessageEvent<string>) => {
      const job = jobSchema.parse(JSON.parse(data));
      putJob(client, job);
      // A release stands in its list as soon as its job is done, whoever made it.
      if (job.kind === 'pack' && job.state === 'done')
        void client.invalidateQueries({ queryKey: ['releases'] });
    };
    return () => source.close();
  }, [projectId, isWanted, client]);
}

export function useJobMutation<T>(run: (input: T) => Promise<Job>) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: run,
    onSuccess(job) {
      const data = client.getQueryData<Pages>(keyOf(job.projectId));
      // The stream may have told of later states already.
      if (data && !find(data, job.id)) putJob(client, job);
      void client.invalidateQueries({ queryKey: keyOf(job.projectId) });
    },
  });
}

export const useOrderExport = () =>
  useJobMutation(({ lookId, order }: { lookId: string; order: ExportOrder }) =>
    call(orderExport, { id: lookId }, { body: order }),
  );

/** Gives a held job the reasons it waits for. */
export const useGiveReasons = () =>
  useJobMutation(({ id, reasons }: { id: string; reasons: Reasons }) =>
    call(giveReasons, { id }, { body: reasons }),
  );

export const useJobAction = () =>
  useJobMutation(({ id, action }: { id: string; action: JobAction }) => call(actOnJob, { id, action }));
