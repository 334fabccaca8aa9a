import { create } from 'zustand';
import type { FullReport } from '@velvet-dusk/core/inspect/report/report';

export const inspectTabs = ['report', 'lattice', 'try', 'compare', 'learn', 'repair'] as const;
export type InspectTab = (typeof inspectTabs)[number];

/** What is known of one file under one reading of it. */
export type Known = { report: FullReport } | { error: string };

interface InspectView {
  /** The file that is looked at; empty for the first. */
  fileId: string;
  tab: InspectTab;
  /** Words the table is narrowed by. */
  filter: string;
  sort: { by: string; down: boolean };
  /** The other file of a comparison. */
  otherId: string;
  /** Readings that somebody took in place of the likeliest, by checksum. */
  chosen: Record<string, number>;
  /** Plate things are tried on; empty for the first. */
  plateId: string;
}

export const useInspectView = create<InspectView>(() => ({
  fileId: '',
  tab: 'report',
  filter: '',
  sort: { by: 'path', down: false },
  otherId: '',
  chosen: {},
  plateId: '',
}));
export const setInspectView = useInspectView.setState;
