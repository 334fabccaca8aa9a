/** A stored LUT file as a job names it. */
export interface LutFile {
  sha256: string;
  name: string;
  path: string;
}
