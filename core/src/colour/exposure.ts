/** Scene-linear value of an 18 % grey card at nominal exposure. */
export const midGrey = 0.18;

export const linearToStops = (linear: number) => Math.log2(linear / midGrey);
export const stopsToLinear = (stops: number) => midGrey * 2 ** stops;
