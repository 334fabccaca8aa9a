import { Check } from '../../ui/Check.tsx';
import { useState } from 'react';
import type { Plate } from '@velvet-dusk/core/api/contract';
import { type ChartFile, parseChartCsv } from '@velvet-dusk/core/formats/chartCsv';
import { helpsChart } from '@velvet-dusk/core/plate/chartProfile';
import { chartLayout, evenLayout } from '@velvet-dusk/core/plate/chartLayout';
import type { GridMark } from '@velvet-dusk/core/plate/marks';
import { setPlateView, usePlateView } from '../../state/plateView.ts';
import { editPlates } from '../../state/document.ts';
import { Button } from '../../ui/Button.tsx';
import { FileButton } from '../../ui/FileButton.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { VerdictMark } from '../../ui/VerdictMark.tsx';
import type { MarkReading } from '../../workers/measureMarks.ts';
import { ProfileByChart } from './ProfileByChart.tsx';
import { signed } from '@velvet-dusk/core/numeric/signed';

type GridReading = Extract<MarkReading, { kind: 'grid' }>;

const setMark = (plateId: string, mark: GridMark, change: Partial<GridMark>) =>
  editPlates([plateId], ({ marks }) => ({
    marks: marks.map((m) => (m.id === mark.id ? ({ ...m, ...change } as GridMark) : m)),
  }));

/** Loads the chart's reference values; a file with places brings its own layout. */
function References({ plate, mark }: { plate: Plate; mark: GridMark }) {
  const [file, setFile] = useState<ChartFile | null>(null);
  const [trouble, setTrouble] = useState('');
  const [typed, setTyped] = useState('');
  const lay = (csv: ChartFile, kind: string) => {
    const { corners, patches } = chartLayout(csv, kind, plate);
    const hasPlaces = csv.rows.every((r) => r.place !== null);
    setMark(plate.id, mark, hasPlaces ? { corners, patches } : { patches });
  };
  const read = (text: string, name: string) => {
    try {
      const csv = parseChartCsv(text, name);
      setFile(csv);
      setTrouble('');
      lay(csv, csv.kinds[csv.kinds.length - 1]);
    } catch (error) {
      setTrouble((error as Error).message);
    }
  };
  return (
    <>
      <FileButton
        text="Load references"
        label="Reference values"
        accept=".csv,text/csv"
        onFiles={([file]) => void file.text().then((text) => read(text, file.name))}
      />
      {file && file.kinds.length > 1 && (
        <Choice
          label="Values"
          value={file.kinds[file.kinds.length - 1]}
          options={file.kinds.map((k) => ({ value: k, label: k }))}
          onChange={(k) => lay(file, k)}
        />
      )}
      <details className="w-full text-t2">
        <summary className="cursor-pointer">Type or paste references</summary>
        <textarea
          className="num w-full h-24 bg-g1 border border-g4 rounded-sm p-1.5 mt-1"
          aria-label="References as text"
          placeholder={'patch,L,a,b\nwhite,96.5,-0.4,1.2\nskin 1,64.1,17.9,17.6'}
          value={typed}
          onChange={(e) => setTyped(e.currentTarget.value)}
          onKeyDown={(e) => e.stopPropagation()}
        />
        <Button disabled={typed.trim() === ''} onClick={() => read(typed, 'references')}>
          Take these
        </Button>
      </details>
      {trouble && (
        <p role="alert" className="text-ember w-full">
          ▲ {trouble}
        </p>
      )}
    </>
  );
}

function GridSize({ plate, mark }: { plate: Plate; mark: GridMark }) {
  const rows = new Set(mark.patches.map((p) => p.v0.toFixed(4))).size;
  const columns = Math.ceil(mark.patches.length / rows);
  const set = (c: number, r: number) => setMark(plate.id, mark, { patches: evenLayout(c, r).patches });
  const field = { min: 1, max: 20, step: 1, digits: 0, rest: 6 };
  return (
    <>
      <NumberField {...field} label="Columns" value={columns} onChange={(c) => set(Math.round(c), rows)} />
      <NumberField {...field} label="Rows" value={rows} onChange={(r) => set(columns, Math.round(r))} />
    </>
  );
}

/** What a chart says of the profile, patch by patch; a grey scale, how level its steps stand. */
export function ChartPanel({
  plate,
  mark,
  reading,
  open,
}: {
  plate: Plate;
  mark: GridMark;
  reading: GridReading;
  open: boolean;
}) {
  const evenLight = usePlateView((s) => s.evenLight);
  const { solution, problem, patches } = reading;
  const hasReferences = mark.patches.some((p) => p.reference);
  const errors = new Map(solution?.patches.map((p) => [p.name, p]));
  return (
    <div data-testid="chart">
      {solution ? (
        <p className="py-0.5">
          <VerdictMark verdict={solution.verdict} word /> {solution.says}{' '}
          <span className="text-t3">Exposure {signed(-solution.exposure, 2)} st from the references.</span>
        </p>
      ) : (
        <p className="text-t2">
          {hasReferences
            ? problem
            : 'Load the chart’s reference values (CSV of Lab or linear values) to check the profile on it.'}
        </p>
      )}
      {open && (
        <>
          <div className="flex flex-wrap items-center gap-2 py-1">
            <References plate={plate} mark={mark} />
            {!hasReferences && <GridSize plate={plate} mark={mark} />}
            {solution && (
              <Check checked={!evenLight} onChange={(isOn) => setPlateView({ evenLight: !isOn })}>
                light falls off: judge colour alone
              </Check>
            )}
            {solution && helpsChart(solution) && <ProfileByChart plate={plate} matrix={solution.matrix} />}
          </div>
          <table className="w-full num text-t1">
            <thead>
              <tr className="text-t3 text-left">
                <th className="font-normal">Patch</th>
                <th className="font-normal text-right">st</th>
                <th className="font-normal text-right">R G B %</th>
                <th className="font-normal text-right">ΔE</th>
                <th className="font-normal text-right">best</th>
              </tr>
            </thead>
            <tbody>
              {patches.map((p) => (
                <tr key={p.name}>
                  <td className="font-sans text-t2 truncate max-w-[100px]">{p.name}</td>
                  <td className="text-right">{signed(p.area.stops, 1)}</td>
                  <td className="text-right">{p.signal.map((s) => Math.round(s * 100)).join(' ')}</td>
                  <td className="text-right">{errors.get(p.name)?.before.toFixed(1) ?? '–'}</td>
                  <td className="text-right text-t2">{errors.get(p.name)?.after.toFixed(1) ?? '–'}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
    </div>
  );
}
