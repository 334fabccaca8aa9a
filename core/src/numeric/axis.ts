/** The span of a drawing's axis. */
export interface Axis {
  min: number;
  max: number;
}
