import { roleIds, roleOf } from '../../order/roles/index.ts';

/** A word makers use in names, always for one thing (common practice). */
interface NameWord {
  is: RegExp;
  tells: string;
  meaning(found: RegExpExecArray): string;
}

/** Grids that are made, for a number that stands alone. */
const usualGrids = '(?:9|16|17|25|26|32|33|48|49|51|64|65|129)';
const full = '(?:full|data)';
const narrow = '(?:narrow|legal|limited|video)';
const rangeMeaning = (text: string) => (new RegExp(full, 'i').test(text) ? 'full range' : 'narrow range');

export const nameWords: readonly NameWord[] = [
  { is: /^v(?:er(?:sion)?)?(\d+(?:\.\d+)?)$/i, tells: 'version', meaning: (m) => `version ${m[1]}` },
  { is: /^s?(\d{1,3})(?:%|pct|percent)$/i, tells: 'strength', meaning: (m) => `${m[1]} % of it` },
  { is: /^s(\d{1,3})$/i, tells: 'strength', meaning: (m) => `${m[1]} % of it` },
  {
    is: new RegExp(`^(?:(\\d{1,3})(?:x|pt|pts|grid|cube|points)|(${usualGrids}))$`, 'i'),
    tells: 'grid',
    meaning: (m) => `${m[1] ?? m[2]} points along an edge`,
  },
  { is: /^(full|data)$/i, tells: 'range', meaning: () => 'full range: all codes' },
  { is: /^(narrow|legal|limited)$/i, tells: 'range', meaning: () => 'narrow range: 64–940 of 1023' },
  {
    is: new RegExp(`^(${full}|${narrow})-?(?:to|2)-?(${full}|${narrow})$`, 'i'),
    tells: 'range',
    meaning: (m) => `${rangeMeaning(m[1])} in, ${rangeMeaning(m[2])} out`,
  },
  { is: /^(8|10|12|16)-?bits?$/i, tells: 'bits', meaning: (m) => `${m[1]} bits` },
  { is: /^(?:(?:bt|rec|itu)[.-]?)?709$/i, tells: 'display', meaning: () => 'BT.709' },
  { is: /^(?:(?:bt|rec|itu)[.-]?)?2020$/i, tells: 'display', meaning: () => 'BT.2020' },
  { is: /^(?:(?:bt|rec|itu)[.-]?)?2100$/i, tells: 'display', meaning: () => 'BT.2100' },
  { is: /^st-?2084$/i, tells: 'curve', meaning: () => 'PQ' },
  { is: /^sdr$/i, tells: 'dynamic range', meaning: () => 'standard dynamic range' },
  { is: /^hdr(?:10)?$/i, tells: 'dynamic range', meaning: () => 'high dynamic range' },
  { is: /^(\d{3,5})(?:nits?|cd)$/i, tells: 'peak', meaning: (m) => `${m[1]} cd/m² at most` },
  { is: /^(?:dci)?-?p3$/i, tells: 'gamut', meaning: () => 'P3 primaries' },
  { is: /^ap([01])$/i, tells: 'gamut', meaning: (m) => `AP${m[1]} primaries` },
  { is: /^(?:wide-?)?gamut$/i, tells: 'gamut', meaning: () => 'the camera’s own, wide gamut' },
  { is: /^d(50|55|60|65)$/i, tells: 'white', meaning: (m) => `D${m[1]}` },
  { is: /^g(?:amma)?(\d)(?:\.|p)?(\d)$/i, tells: 'curve', meaning: (m) => `gamma ${m[1]}.${m[2]}` },
  {
    is: /^([+-]?\d+(?:[.p]\d+)?)st(?:op)?s?$/i,
    tells: 'exposure',
    meaning: (m) => `${m[1].replace('p', '.')} stops`,
  },
  { is: /^(log|flat)$/i, tells: 'curve', meaning: () => 'a log curve' },
  { is: /^(lin|linear)$/i, tells: 'curve', meaning: () => 'linear light' },
  { is: /^(?:to|2)$/i, tells: 'direction', meaning: () => 'from what is before to what follows' },
  { is: /^(look|lut|creative)$/i, tells: 'kind', meaning: () => 'a look' },
  ...roleIds.flatMap((id): NameWord[] => {
    const { named } = roleOf(id);
    return named ? [{ is: named.is, tells: 'kind', meaning: () => named.meaning }] : [];
  }),
];
