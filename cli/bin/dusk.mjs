#!/usr/bin/env node
/** `npx dusk`: the command line, built where that is needed. */
process.argv.splice(2, 0, 'dusk');
await import('../../scripts/run.mjs');
