import { parseProfile, type Profile } from '../profile.ts';
import acescc from './acescc.json' with { type: 'json' };
import acescct from './acescct.json' with { type: 'json' };
import acesproxy from './acesproxy.json' with { type: 'json' };
import bt1886 from './bt1886.json' with { type: 'json' };
import bt2100Hlg from './bt2100-hlg.json' with { type: 'json' };
import bt2100Pq from './bt2100-pq.json' with { type: 'json' };
import bt709 from './bt709.json' with { type: 'json' };
import printingDensity from './printing-density.json' with { type: 'json' };
import srgb from './srgb.json' with { type: 'json' };

/** Profiles of published encodings: they come with the program and are there in every project. */
export const standardProfiles: readonly Profile[] = [
  acescc,
  acescct,
  acesproxy,
  bt1886,
  bt2100Hlg,
  bt2100Pq,
  bt709,
  printingDensity,
  srgb,
].map((document) => parseProfile(document, document.id));
