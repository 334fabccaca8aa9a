/** What happened to a project last, with the way back. */
export interface Done {
  text: string;
  undo(): Promise<unknown>;
}
