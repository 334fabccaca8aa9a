import { useState } from 'react';
import { curveSchema, type CurveParams } from '@velvet-dusk/core/film/characteristic';
import { parseJson } from '@velvet-dusk/core/parseJson';
import {
  layerNames,
  negativeSchema,
  parseNegative,
  parsePrint,
  printSchema,
} from '@velvet-dusk/core/film/stock';
import type { LookStep } from '@velvet-dusk/core/look/document';
import { editParams } from '../../../state/document.ts';
import { FileButton } from '../../../ui/FileButton.tsx';
import { NumberField } from '../../../ui/NumberField.tsx';
import { Window } from '../../../ui/Window.tsx';
import type { FilmSteps } from './filmSteps.ts';
import { shippedStocks, type Stock, type StockKind, stockOf } from '@velvet-dusk/core/look/filmStock';
import { loadStock } from './stocks.ts';

const curveKeys = Object.keys(curveSchema.shape) as (keyof CurveParams)[];
const parsers = { negative: parseNegative, print: parsePrint };
const schemas = { negative: negativeSchema, print: printSchema };

/** The curves of both stocks as numbers. A change that makes no stock is not taken. */
export function StockWindow({ open, onClose, steps }: { open: boolean; onClose(): void; steps: FilmSteps }) {
  return (
    <Window
      open={open}
      onClose={onClose}
      title="Stocks"
      about="The sensitometry of the loaded stocks. A changed stock travels inside the look; choose it again to go back."
      width={720}
    >
      <div className="px-5 pb-5 flex flex-col gap-4 text-[12.5px]">
        {steps.negative && stockOf(steps.negative) && <StockTable kind="negative" step={steps.negative} />}
        {steps.print && stockOf(steps.print) && <StockTable kind="print" step={steps.print} />}
      </div>
    </Window>
  );
}

function StockTable({ kind, step }: { kind: StockKind; step: LookStep }) {
  const stock = stockOf(step)!;
  const shipped = shippedStocks[kind].find((s) => s.id === stock.id);
  const [error, setError] = useState('');
  const read = async (file: File) => {
    try {
      loadStock(kind, step, parsers[kind](parseJson(await file.text(), file.name), file.name));
      setError('');
    } catch (problem) {
      setError((problem as Error).message);
    }
  };
  const put = (layer: (typeof layerNames)[number], key: keyof CurveParams, value: number) => {
    const layers = { ...stock.layers, [layer]: { ...stock.layers[layer], [key]: value } };
    const changed = schemas[kind].safeParse({ ...stock, layers });
    if (changed.success) editParams(step.id, () => ({ stock: changed.data as Stock }));
  };
  return (
    <section aria-label={stock.name}>
      <div className="flex items-baseline gap-4">
        <h3 className="font-semibold flex-1">{stock.name}</h3>
        <a
          className="text-violet hover:underline"
          href={`data:application/json,${encodeURIComponent(`${JSON.stringify(stock, null, 2)}\n`)}`}
          download={`${stock.id}.${kind}.json`}
        >
          Save as a file
        </a>
        <FileButton
          text="Load a file"
          label={`Stock file, ${kind}`}
          accept=".json"
          onFiles={(files) => void read(files[0])}
        />
      </div>
      {error && (
        <p role="alert" className="text-ember">
          ▲ {error}
        </p>
      )}
      <p className="text-t2 pb-2 max-w-[86ch]">{stock.about}</p>
      <table className="w-full">
        <thead>
          <tr className="text-t3 text-right">
            <th scope="col" className="font-normal text-left">
              Layer
            </th>
            {curveKeys.map((key) => (
              <th key={key} scope="col" className="font-normal">
                {curveSchema.shape[key].meta()?.label as string}{' '}
                <span className="num">{curveSchema.shape[key].meta()?.unit as string}</span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {layerNames.map((layer) => (
            <tr key={layer}>
              <th scope="row" className="font-normal text-left text-t2">
                {layer}
              </th>
              {curveKeys.map((key) => {
                const schema = curveSchema.shape[key];
                return (
                  <td key={key} className="text-right">
                    <NumberField
                      label={`${stock.name}, ${layer}, ${schema.meta()?.label as string}`}
                      hideLabel
                      min={schema.minValue!}
                      max={schema.maxValue!}
                      step={schema.meta()?.step as number}
                      rest={shipped?.layers[layer][key] ?? stock.layers[layer][key]}
                      digits={2}
                      value={stock.layers[layer][key]}
                      onChange={(v) => put(layer, key, v)}
                    />
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
