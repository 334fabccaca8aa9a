import { useMemo } from 'react';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import type { RgbSpace } from '@velvet-dusk/core/colour/rgbSpace';
import { ap1, bt2020, bt709, p3d65 } from '@velvet-dusk/core/colour/spaces/index';
import { spectralLocus } from '@velvet-dusk/core/colour/spectralLocus';
import { Chart, ink } from '../../chart/Chart.tsx';

type Gamut = Pick<RgbSpace, 'primaries' | 'white'>;
/** Outputs, with the side of their green corner on which their names have room. */
const outputs = [
  { space: bt709, side: 'left' },
  { space: p3d65, side: 'left' },
  { space: bt2020, side: 'right' },
  { space: ap1, side: 'left' },
] as const;

function triangle({ primaries: { red, green, blue } }: Gamut, name: string, color: string, width: number) {
  const corners = [red, green, blue, red];
  return {
    x: corners.map((c) => c[0]),
    y: corners.map((c) => c[1]),
    name,
    mode: 'lines' as const,
    type: 'scatter' as const,
    line: { color, width },
    hovertemplate: '%{fullData.name}: %{x:.4f}, %{y:.4f}<extra></extra>',
  };
}

/** The camera's primaries on the CIE 1931 diagram, against the outputs. */
export function GamutPlot({ profile }: { profile: Profile }) {
  const { data, layout } = useMemo(() => {
    const locus = [...spectralLocus, spectralLocus[0]];
    return {
      data: [
        {
          x: locus.map((p) => p[0]),
          y: locus.map((p) => p[1]),
          mode: 'lines' as const,
          type: 'scatter' as const,
          line: { color: ink.faint, width: 1 },
          hoverinfo: 'skip' as const,
        },
        ...outputs.map(({ space }) => triangle(space, space.label, '#7a7a7a', 1)),
        triangle(profile, profile.name, ink.violet, 1.8),
        {
          x: [profile.white[0]],
          y: [profile.white[1]],
          mode: 'markers' as const,
          type: 'scatter' as const,
          marker: { color: ink.line, size: 6, symbol: 'cross-thin', line: { width: 1.5, color: ink.line } },
          hovertemplate: 'white: %{x:.4f}, %{y:.4f}<extra></extra>',
        },
      ],
      layout: {
        xaxis: {
          title: { text: 'x', font: { size: 11 } },
          range: [-0.02, 0.78],
          dtick: 0.1,
          constrain: 'domain' as const,
        },
        yaxis: {
          title: { text: 'y', font: { size: 11 } },
          range: [-0.02, 0.9],
          dtick: 0.1,
          scaleanchor: 'x' as const,
        },
        annotations: outputs.map(({ space: { label, primaries }, side }) => ({
          x: primaries.green[0],
          y: primaries.green[1],
          text: label,
          showarrow: false,
          xanchor: side,
          yanchor: 'bottom' as const,
          font: { size: 10, color: ink.text },
        })),
      },
    };
  }, [profile]);
  return (
    <Chart label={`Primaries of ${profile.name} on the chromaticity diagram`} data={data} layout={layout} />
  );
}
