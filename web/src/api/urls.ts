import { addressOf } from '@velvet-dusk/core/api/endpoints/endpoint';
import * as files from '@velvet-dusk/core/api/endpoints/files';

/** Where the server has what is shown or saved as it is. */

interface Identified {
  id: string;
}

/** Codes for the workers, and a picture for the page. */
export const frameUrl = ({ id }: Identified): string => addressOf(files.frameCodes, { id });
export const thumbUrl = ({ id }: Identified): string => addressOf(files.thumbCodes, { id });
export const trialUrl = ({ id }: Identified): string => addressOf(files.trialCodes, { id });
export const pictureUrl = ({ id }: Identified): string => addressOf(files.framePicture, { id });
export const sourceUrl = ({ id }: Identified): string => addressOf(files.plateSource, { id });
export const clipPictureUrl = ({ id }: Identified, index: number): string =>
  addressOf(files.clipPicture, { id, index });
export const artefactUrl = ({ id }: Identified): string => addressOf(files.artefactFile, { id });
export const profileClfUrl = ({ id }: Identified): string => addressOf(files.profileClf, { id });
export const profileJsonUrl = ({ id }: Identified): string => addressOf(files.profileJson, { id });
export const looseFileUrl = (sha256: string): string => addressOf(files.looseFile, { sha256 });
export const jobEventsUrl = ({ id }: Identified): string => addressOf(files.jobEvents, { id });
