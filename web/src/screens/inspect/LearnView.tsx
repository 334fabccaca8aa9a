import * as Comlink from 'comlink';
import { useEffect, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import type { Fit } from '@velvet-dusk/core/inspect/fit/fit';
import { originNote } from '@velvet-dusk/core/inspect/fit/originNote';
import type { FullReport } from '@velvet-dusk/core/inspect/report/report';
import { lookSchemaVersion, parseLook } from '@velvet-dusk/core/look/document';
import { stepDefinition } from '@velvet-dusk/core/look/steps/index';
import { signed } from '@velvet-dusk/core/numeric/signed';
import { useLookActions } from '../../api/looks.ts';
import { useOpenProject } from '../../api/openProject.ts';
import { Button } from '../../ui/Button.tsx';
import { ProgressBar } from '../../ui/ProgressBar.tsx';
import { startInspector } from '../../workers/index.ts';
import { useInspectSetting } from './reports.ts';
import type { Row } from './tableColumns.ts';

const baseName = (path: string) => (path.split('/').pop() ?? path).replace(/\.[^.]+$/, '');

/** Mean ΔE2000 that is left: what steps follow well, and what they hardly do. */
const follows = { well: 1, hardly: 2.5 };
const verdictWords = (mean: number) =>
  mean < follows.well
    ? 'The steps do what it does.'
    : mean < follows.hardly
      ? 'The steps come near it; what is left is listed.'
      : 'The steps follow it only roughly: it does something that no ordinary steps do.';

type State = { fit: Fit } | { share: number } | { error: string } | null;

/** Runs a fit in a worker of its own, which ends with it. */
function useFit(row: Row) {
  const setting = useInspectSetting();
  const [state, setState] = useState<State>(null);
  const running = useRef<{ end(): void } | null>(null);
  const stop = () => {
    running.current?.end();
    running.current = null;
  };
  useEffect(() => stop, []);
  const run = async () => {
    const worker = startInspector();
    running.current = worker;
    setState({ share: 0 });
    try {
      const fit = await worker.remote.fit(
        row.order,
        setting,
        Comlink.proxy((share: number) => running.current === worker && setState({ share })),
      );
      setState({ fit });
    } catch (error) {
      setState({ error: (error as Error).message });
    }
    if (running.current === worker) stop();
  };
  const cancel = () => {
    stop();
    setState(null);
  };
  return { state, run, cancel };
}

function Found({ row, fit, report }: { row: Row; fit: Fit; report: FullReport }) {
  const { id } = useOpenProject();
  const { make } = useLookActions();
  const navigate = useNavigate();
  const name = baseName(row.file.path).slice(0, 80);
  const take = async () => {
    const look = parseLook(
      {
        kind: 'velvet-dusk/look',
        schemaVersion: lookSchemaVersion,
        name,
        notes: originNote({ path: row.file.path, sha256: row.file.sha256, headline: report.headline, fit }),
        steps: fit.steps,
        rendering: fit.rendering,
      },
      name,
    );
    await make.mutateAsync(look);
    void navigate(`/${id}/look`);
  };
  return (
    <div className="grid gap-3">
      <p className="text-[14px]" data-testid="fit-words">
        {verdictWords(fit.mean)}{' '}
        <span className="num text-t2">
          ΔE {fit.mean.toFixed(2)} left in the mean, 99 % under {fit.p99.toFixed(1)}; it was{' '}
          {fit.before.toFixed(1)}
        </span>
      </p>
      <table className="text-[12.5px] w-fit" aria-label="Steps that were found">
        <tbody>
          {fit.steps.map((s) => (
            <tr key={s.id}>
              <th className="font-normal text-left pr-6">{stepDefinition(s.type).label}</th>
              <td className="num text-t2">{stepDefinition(s.type).summary(s.params as never)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <section aria-label="What is left">
        <h4 className="text-t3 text-[11.5px]">What is left: the colours it is furthest off at</h4>
        <ul className="num text-t2 text-[12px]">
          {fit.worst.map((w) => (
            <li key={`${w.stops} ${w.saturation} ${w.hue}`}>
              ΔE {w.deltaE.toFixed(1)} at {signed(w.stops, 1)} st
              {w.saturation > 0
                ? `, hue ${Math.round(w.hue)}°, saturation ${w.saturation.toFixed(2)}`
                : ', grey'}
            </li>
          ))}
        </ul>
      </section>
      <p>
        <Button kind="main" disabled={make.isPending} onClick={() => void take()}>
          Make a look of it
        </Button>{' '}
        <span className="text-t3 text-[12.5px]">
          A new look with these steps; its notes say what it was learnt from and what is left.
        </span>
      </p>
      {make.error && (
        <p role="alert" className="text-ember">
          ▲ {make.error.message}
        </p>
      )}
    </div>
  );
}

/** A LUT taken apart into ordinary steps, so that a designer can go on from there. */
export function LearnView({ row, report }: { row: Row; report: FullReport }) {
  const { state, run, cancel } = useFit(row);
  return (
    <div className="p-5 pt-3 grid gap-4 text-[12.5px]">
      {state && 'fit' in state ? (
        <Found row={row} fit={state.fit} report={report} />
      ) : state && 'share' in state ? (
        <div className="flex items-center gap-3">
          <span className="text-t2">Fitting steps …</span>
          <ProgressBar label="Fitting steps" share={state.share} />
          <Button onClick={cancel}>Cancel</Button>
        </div>
      ) : (
        <>
          <p className="text-t2 max-w-[64ch]">
            Tone, tints by zone, a mix of channels, the hue belt, saturation, black and a colour box are
            fitted to what it does, each held to its rest as long as nothing speaks against it. What ordinary
            steps cannot follow is said in ΔE2000. It is taken apart as{' '}
            {report.identity.readings[report.identity.chosen]?.roleLabel.toLowerCase() ?? 'what it seems'};
            the report says why, and another reading can be taken there.
          </p>
          <p>
            <Button kind="main" onClick={() => void run()}>
              Take it apart
            </Button>
          </p>
          {state && 'error' in state && (
            <p role="alert" className="text-ember">
              ▲ {state.error}
            </p>
          )}
        </>
      )}
    </div>
  );
}
