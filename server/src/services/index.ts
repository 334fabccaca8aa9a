import { join } from 'node:path';
import { openDatabase } from '../db/open.ts';
import { FileStore } from '../files/store.ts';
import { WorkPool } from '../jobs/pool.ts';
import { ClipService } from './clips.ts';
import { ExportService } from './exports.ts';
import { LookService } from './looks.ts';
import { LutService } from './luts.ts';
import { PlateService } from './plates.ts';
import { ProfileService } from './profiles.ts';
import { ProjectService } from './projects.ts';

export type Services = Awaited<ReturnType<typeof openServices>>;

/** Opens everything that lives in a data folder. */
export async function openServices(dataFolder: string) {
  const db = await openDatabase(dataFolder);
  const files = new FileStore(join(dataFolder, 'files'));
  await files.prepare();
  const pool = new WorkPool();
  const profiles = new ProfileService(db);
  const looks = new LookService(db);
  const plates = new PlateService(db, files, pool, profiles);
  const clips = new ClipService(db, files, plates);
  const projects = new ProjectService(db, { profiles, plates, looks });
  const luts = new LutService(files);
  const jobs = new ExportService(db, files, pool, { looks, profiles, luts, plates });
  const close = async () => {
    await jobs.close();
    await pool.close();
    db.close();
  };
  return { profiles, looks, luts, plates, clips, projects, exports: jobs, files, close };
}
