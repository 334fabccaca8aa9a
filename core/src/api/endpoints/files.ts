import { endpoint } from './endpoint.ts';

/** What is sent as bytes, to be shown or saved. Apart from what has schemas: a first picture needs no more than these. */

/** Of the whole of a project, which is asked for before anything else is known. */
export const projectPath = '/projects/:id';

export const frameCodes = endpoint({
  method: 'GET',
  path: '/plates/:id/frame.rgb16',
  says: 'Frame of a plate as 16-bit codes',
  answer: 'application/octet-stream',
});
export const trialCodes = endpoint({
  method: 'GET',
  path: '/plates/:id/trial.rgb16',
  says: 'Frame of a plate as 16-bit codes, at the size of trials',
  answer: 'application/octet-stream',
});
export const thumbCodes = endpoint({
  method: 'GET',
  path: '/plates/:id/thumb.rgb16',
  says: 'Thumbnail of a plate as 16-bit codes',
  answer: 'application/octet-stream',
});
export const framePicture = endpoint({
  method: 'GET',
  path: '/plates/:id/frame.png',
  says: 'Frame of a plate as PNG of its codes',
  answer: 'image/png',
});
export const plateSource = endpoint({
  method: 'GET',
  path: '/plates/:id/source',
  says: 'File that a plate was imported from',
  answer: 'application/octet-stream',
});
export const clipPicture = endpoint({
  method: 'GET',
  path: '/clips/:id/strip/:index',
  says: 'One frame of the strip of an open clip',
  answer: 'image/jpeg',
});
export const lutFile = endpoint({
  method: 'GET',
  path: '/luts/:sha256',
  says: 'Text of a LUT that looks use',
  answer: 'text/plain',
});
export const artefactFile = endpoint({
  method: 'GET',
  path: '/artefacts/:id/file',
  says: 'A file that a job made',
  answer: 'application/octet-stream',
});
export const profileClf = endpoint({
  method: 'GET',
  path: '/profiles/:id/clf',
  says: 'A camera profile in the Common LUT Format',
  answer: 'application/xml',
});
export const profileJson = endpoint({
  method: 'GET',
  path: '/profiles/:id/json',
  says: 'A camera profile as a document',
  answer: 'application/json',
});
export const looseFile = endpoint({
  method: 'GET',
  path: '/loose-files/:sha256',
  says: 'A stored file that nothing refers to',
  answer: 'application/octet-stream',
});
export const jobEvents = endpoint({
  method: 'GET',
  path: '/projects/:id/events',
  says: 'Changes of the jobs of a project as server-sent events',
  answer: 'text/event-stream',
});
