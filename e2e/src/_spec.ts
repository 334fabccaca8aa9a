import { writeFileSync } from 'node:fs';
import { nightCrewSpec } from '@velvet-dusk/demo/nightCrew';
import { writeSpec } from '@velvet-dusk/core/pack/spec';
writeFileSync('/tmp/m/spec.json', JSON.stringify(writeSpec(nightCrewSpec())));
