import { useState } from 'react';
import { characteristic } from '@velvet-dusk/core/film/characteristic';
import { negatives } from '@velvet-dusk/core/film/negatives';
import { layerNames, type NegativeStock } from '@velvet-dusk/core/film/stock';
import { readWedge, type Wedge, WedgeError, wedgeExposures, wedgeSteps } from '@velvet-dusk/core/film/wedge';
import { fitWedge, isoSpeed, layersOfFit, type WedgeFit } from '@velvet-dusk/core/film/wedgeFit';
import type { LookStep } from '@velvet-dusk/core/look/document';
import { Button } from '../../../ui/Button.tsx';
import { FileButton } from '../../../ui/FileButton.tsx';
import { NumberField } from '../../../ui/NumberField.tsx';
import { Window } from '../../../ui/Window.tsx';
import { PlotBackdrop } from '../plot/PlotBackdrop.tsx';
import { evenPlaces, plotPath, plotScale } from '../plot/plotScale.ts';
import { lineColours } from '../plot/lineColours.ts';
import { stockOf } from '@velvet-dusk/core/look/filmStock';
import { loadStock } from './stocks.ts';

type Read = { wedge: Wedge; fit: WedgeFit } | { problems: readonly string[] } | null;

function read(text: string): Read {
  if (text.trim() === '') return null;
  try {
    const wedge = readWedge(text);
    return { wedge, fit: fitWedge(wedge) };
  } catch (error) {
    if (error instanceof WedgeError) return { problems: error.problems };
    throw error;
  }
}

/** Makes a negative of measured densities: a pasted table, the fitted curves over its points, what they say. */
export function WedgeWindow({
  open,
  onClose,
  negative,
}: {
  open: boolean;
  onClose(): void;
  negative: LookStep | undefined;
}) {
  const [text, setText] = useState('');
  const [found, setFound] = useState<Read>(null);
  const take = (table: string) => {
    setText(table);
    setFound(read(table));
  };
  const use = (fit: WedgeFit) => {
    const from = (stockOf(negative) as NegativeStock | null) ?? negatives[0];
    const stock = {
      ...from,
      id: 'measured',
      name: 'Measured negative',
      about: 'Curves fitted to a wedge.',
      layers: layersOfFit(fit),
    };
    loadStock('negative', negative, stock);
    onClose();
  };
  return (
    <Window
      open={open}
      onClose={onClose}
      title="Fit a wedge"
      about={`Paste ${wedgeSteps} steps of R, G, B densities, half a stop (0.15) apart, one step a line, either way round; lines “base” for unexposed film. Readings of the same wedge may follow one another.`}
      width={960}
    >
      <div className="px-5 pb-5 grid grid-cols-[260px_1fr] gap-5 text-[12.5px]">
        <div className="flex flex-col gap-2">
          <textarea
            aria-label="Densities"
            spellCheck={false}
            className="num h-[300px] bg-g1 border border-g4 p-2 text-[11.5px] resize-none"
            placeholder={'1  0.20  0.61  0.83\n2  0.21  0.62  0.84\n…\nbase  0.20  0.60  0.82'}
            value={text}
            onChange={(e) => take(e.currentTarget.value)}
          />
          <FileButton
            text="Load a table"
            label="Table of densities"
            accept=".txt,.csv,.tsv"
            onFiles={(files) => void files[0].text().then(take)}
          />
        </div>
        <div>
          {found === null && (
            <p className="text-t3">
              The curves of each layer are fitted to the points; Dmin, gamma, speed and latitude are read from
              them, and the stock can be loaded into the look.
            </p>
          )}
          {found && 'problems' in found && (
            <div role="alert" className="text-ember">
              <p>▲ This is no wedge that could be fitted:</p>
              <ul className="list-disc pl-5">
                {found.problems.map((p) => (
                  <li key={p}>{p}</li>
                ))}
              </ul>
            </div>
          )}
          {found && 'fit' in found && (
            <>
              <WedgePlot {...found} />
              <FitTable fit={found.fit} />
              <Unsure {...found} />
              <IsoSpeed fit={found.fit} />
              <Button kind="main" className="mt-3" onClick={() => use(found.fit)}>
                Load as the negative
              </Button>
            </>
          )}
        </div>
      </div>
    </Window>
  );
}

/** Standard errors up to which a fit is good enough to build a stock on. */
const sure = { gamma: 0.02, speed: 0.1 };

/** What the noise of the readings leaves open, and what would make it surer. */
function Unsure({ wedge, fit }: { wedge: Wedge; fit: WedgeFit }) {
  const most = (key: keyof typeof sure) => Math.max(...layerNames.map((n) => fit.layers[n].unsure[key]));
  const [gamma, speed] = [most('gamma'), most('speed')];
  const times = wedge.readings === 1 ? 'once' : `${wedge.readings} times`;
  const more = [
    ...(gamma > sure.gamma || speed > sure.speed ? ['the wedge read again below this table'] : []),
    ...(speed > sure.speed ? ['lines “base”'] : []),
  ];
  return (
    <p className={more.length > 0 ? 'text-close pt-1' : 'text-t2 pt-1'} data-testid="unsure">
      {more.length > 0 && '◐ '}Read {times}: gamma is sure to{' '}
      <span className="num">{(gamma * 100).toFixed(1)} %</span>, speed to{' '}
      <span className="num">{speed.toFixed(2)} st</span>
      {more.length > 0 && `; ${more.join(' and ')} would make it surer`}.
    </p>
  );
}

/** Where ISO 5800 takes the speed, and the speed itself for a first step of known exposure. */
function IsoSpeed({ fit }: { fit: WedgeFit }) {
  const [first, setFirst] = useState(usualFirst);
  return (
    <p className="text-t2 pt-1">
      ISO 5800 takes the speed at log H <span className="num">{fit.speedExposure.toFixed(2)}</span> from the
      first step; a meter set to it puts an 18 % grey at{' '}
      <span className="num">{fit.greyExposure.toFixed(2)}</span>. With{' '}
      <NumberField
        label="the first step at log H"
        unit="lx s"
        min={-6}
        max={2}
        step={0.05}
        rest={usualFirst}
        digits={2}
        value={first}
        onChange={setFirst}
      />{' '}
      that is <span className="num text-t1">ISO {isoText(isoSpeed(fit, first))}</span>.
    </p>
  );
}
/** Log exposure of a first step as sensitometers give it to a camera film (from memory). */
const usualFirst = -3;
/** Speeds are told to two figures. */
const isoText = (speed: number) => `${Number(speed.toPrecision(2))}`;

const plotSize = { width: 640, height: 250 };

function WedgePlot({ wedge, fit }: { wedge: Wedge; fit: WedgeFit }) {
  const x = { min: 0, max: wedgeExposures[wedgeSteps - 1] };
  const y = { min: 0, max: Math.ceil(Math.max(...layerNames.flatMap((n) => wedge[n])) * 2 + 0.2) / 2 };
  const s = plotScale(plotSize.width, plotSize.height, x, y);
  const xs = evenPlaces(x, 121);
  return (
    <svg
      {...plotSize}
      role="img"
      aria-label="Fitted curves over the measured points, density over log exposure"
    >
      <PlotBackdrop
        s={s}
        ticks={{ x: [0, 0.6, 1.2, 1.8, 2.4, 3], y: evenPlaces(y, y.max * 2 + 1) }}
        spread={null}
      />
      {layerNames.map((n, c) => (
        <g key={n}>
          <path
            d={plotPath(s, xs, characteristic(fit.layers[n].curve).density)}
            fill="none"
            stroke={lineColours[c]}
            strokeWidth={1.4}
          />
          {wedge[n].map((d, i) => (
            <circle
              key={i}
              cx={s.x(wedgeExposures[i])}
              cy={s.y(d)}
              r={2.2}
              fill="none"
              stroke={lineColours[c]}
            />
          ))}
        </g>
      ))}
    </svg>
  );
}

function FitTable({ fit }: { fit: WedgeFit }) {
  const cell = 'num text-right';
  return (
    <table className="w-full">
      <thead>
        <tr className="text-t3 text-right">
          {[
            'Layer',
            'Dmin',
            'gamma',
            'contrast index',
            'speed, log H',
            'latitude, st',
            'residual',
            'most',
          ].map((h, i) => (
            <th key={h} scope="col" className={`font-normal ${i === 0 ? 'text-left' : ''}`}>
              {h}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {layerNames.map((n) => {
          const { curve, gamma, contrastIndex, speed, latitude, residuals } = fit.layers[n];
          return (
            <tr key={n}>
              <th scope="row" className="font-normal text-left text-t2">
                {n}
              </th>
              <td className={cell}>{curve.dMin.toFixed(2)}</td>
              <td className={cell}>{gamma.toFixed(3)}</td>
              <td className={cell}>{contrastIndex.toFixed(3)}</td>
              <td className={cell}>{speed.toFixed(2)}</td>
              <td className={cell}>
                {latitude.open ? 'over ' : ''}
                {latitude.stops.toFixed(1)}
              </td>
              <td className={cell}>{residuals.rms.toFixed(3)}</td>
              <td className={cell}>{residuals.most.toFixed(3)}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
