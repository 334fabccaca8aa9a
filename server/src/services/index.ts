import { join } from 'node:path';
import { standardProfiles } from '@velvet-dusk/core/camera/standard/index';
import { isRestored, settleRestored } from '../db/copies.ts';
import { openDatabase } from '../db/open.ts';
import { CodeFiles } from '../files/codes.ts';
import { FileStore } from '../files/store.ts';
import { LooseFileService } from '../files/looseFiles.ts';
import { WorkPool } from '../jobs/pool.ts';
import { BoardService } from './boards.ts';
import { ClipService } from './clips.ts';
import { ExportService } from './exports.ts';
import { InspectedService } from './inspected.ts';
import { JobService } from './jobs.ts';
import { LookService } from './looks.ts';
import { LutService } from './luts.ts';
import { PackExportService } from './packExports.ts';
import { PackService } from './packs.ts';
import { PlateService } from './plates.ts';
import { ProfileService } from './profiles.ts';
import { ProjectService } from './projects.ts';
import { TrialService } from './trials.ts';
import { VersionService } from './versions.ts';

export type Services = Awaited<ReturnType<typeof openServices>>;

/** Opens everything that lives in a data folder. */
export async function openServices(dataFolder: string) {
  const db = await openDatabase(dataFolder);
  const files = new FileStore(join(dataFolder, 'files'));
  await files.prepare();
  const loose = new LooseFileService(db, files, {
    isHeld: () => isRestored(dataFolder),
    settle: () => settleRestored(dataFolder),
  });
  const pool = new WorkPool();
  const profiles = new ProfileService(db);
  await profiles.renewStandards(standardProfiles);
  const looks = new LookService(db);
  const versions = new VersionService(db, looks);
  const plates = new PlateService(db, files, loose, pool, profiles);
  const clips = new ClipService(db, files, loose, plates);
  const projects = new ProjectService(db, { profiles, plates, looks });
  const codes = new CodeFiles(files);
  await codes.prepare();
  const luts = new LutService(db, files, pool);
  const inspected = new InspectedService(db, luts);
  const packs = new PackService(db, { versions, plates, luts });
  const workFolder = join(dataFolder, 'work');
  const jobs = new JobService(db, { files, codes, pool, luts, plates, versions, packs, workFolder });
  const trials = new TrialService(db, { jobs, looks, profiles, projects, versions, clips, files });
  const boards = new BoardService(db);
  const packExports = new PackExportService({
    jobs,
    pool,
    looks,
    profiles,
    projects,
    versions,
    packs,
    trials,
  });
  const exports = new ExportService({ jobs, looks, profiles, projects, versions });
  const close = async () => {
    await jobs.close();
    await pool.close();
    await db.close();
  };
  return {
    db,
    profiles,
    looks,
    versions,
    luts,
    inspected,
    plates,
    clips,
    projects,
    jobs,
    exports,
    packs,
    packExports,
    trials,
    boards,
    files,
    loose,
    codes,
    pool,
    close,
  };
}
