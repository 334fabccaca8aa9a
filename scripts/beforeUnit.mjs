import { buildPrograms } from './build.mjs';

/** The command line is tested as it is started. */
export default buildPrograms;
