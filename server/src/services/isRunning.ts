import { type SQL, sql } from 'drizzle-orm';
import { jobs } from '../db/schema.ts';

/** Is a job running still? A condition for statements that write down its end. */
export const isRunning = (id: string): SQL =>
  sql`EXISTS (SELECT 1 FROM ${jobs} WHERE ${jobs.id} = ${id} AND ${jobs.state} = 'running')`;
