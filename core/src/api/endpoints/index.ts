import * as files from './files.ts';
import * as jobs from './jobs.ts';
import * as looks from './looks.ts';
import * as luts from './luts.ts';
import * as packs from './packs.ts';
import * as plates from './plates.ts';
import * as profiles from './profiles.ts';
import * as projects from './projects.ts';
import * as trials from './trials.ts';
import type { Endpoint } from './endpoint.ts';

const flat = (value: unknown): Endpoint[] => {
  if (typeof value !== 'object' || value === null) return [];
  return 'path' in value ? [value as Endpoint] : Object.values(value).flatMap(flat);
};

/** Everything the server can be asked for, by subject. To add one: an object in a file of its subject, and its route. */
export const endpoints: Readonly<Record<string, readonly Endpoint[]>> = {
  Projects: flat(projects),
  'Camera profiles': flat(profiles),
  'Plates and clips': flat(plates),
  Looks: flat(looks),
  'LUT files': flat(luts),
  Packs: flat(packs),
  Trials: flat(trials),
  Jobs: flat(jobs),
  'Files that are sent': flat(files),
};

const sends = ({ body, query = [], onRevision }: Endpoint): string =>
  [
    ...(body?.kind === 'json' ? ['JSON'] : body?.kind === 'file' ? ['a file'] : []),
    ...(query.length > 0 ? [`\`?${query.join('&')}\``] : []),
    ...(onRevision ? ['`If-Match`'] : []),
  ].join(', ');
const gives = ({ answer, status }: Endpoint): string =>
  `${status ?? 200}${answer === null ? '' : typeof answer === 'string' ? `, ${answer}` : ', JSON'}`;

/** The table as a document. */
export const describeEndpoints = (): string =>
  Object.entries(endpoints)
    .map(([subject, list]) => {
      const rows = list.map(
        (e) => `| \`${e.method} /api${e.path}\` | ${e.says} | ${sends(e)} | ${gives(e)} |`,
      );
      return [
        `## ${subject}`,
        '',
        '| Asked for | What it does | Sent along | Answer |',
        '| --- | --- | --- | --- |',
        ...rows,
      ].join('\n');
    })
    .join('\n\n');
