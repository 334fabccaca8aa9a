/** What one attack found: a promise, and the figure it was held against. */
export interface Finding {
  promise: string;
  figure: string;
  holds: boolean;
}

export interface Attack {
  name: string;
  about: string;
  run(): Promise<Finding[]>;
}

export function percentile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? 0;
}
