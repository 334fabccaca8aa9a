/** How a step with many numbers lays them out: rows and columns of parameter keys. */
export interface FieldTable {
  columns: readonly string[];
  rows: readonly { label: string; keys: readonly (string | null)[] }[];
}

const sectors = ['Red', 'Yellow', 'Green', 'Cyan', 'Blue', 'Magenta'];
const channels = ['R', 'G', 'B'];

/** By step ID. Numbers a table does not name stand under it. */
export const fieldTables: Readonly<Record<string, FieldTable>> = {
  primariesAndSecondaries: {
    columns: ['turn °', 'sat ×', 'density st'],
    rows: sectors.map((s) => ({
      label: s,
      keys: ['Turn', 'Sat', 'Density'].map((k) => `${s.toLowerCase()}${k}`),
    })),
  },
  cdl: {
    columns: channels,
    rows: ['slope', 'offset', 'power'].map((k) => ({
      label: `${k[0].toUpperCase()}${k.slice(1)}`,
      keys: channels.map((c) => `${k}${c}`),
    })),
  },
  channelMix: {
    columns: ['from R', 'from G', 'from B'],
    rows: [
      { label: 'Red', keys: [null, 'redFromGreen', 'redFromBlue'] },
      { label: 'Green', keys: ['greenFromRed', null, 'greenFromBlue'] },
      { label: 'Blue', keys: ['blueFromRed', 'blueFromGreen', null] },
    ],
  },
};
