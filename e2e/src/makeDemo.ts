/** What end-to-end tests start from, made ahead of them. */
import { makeDemo } from './template.ts';

await makeDemo();
