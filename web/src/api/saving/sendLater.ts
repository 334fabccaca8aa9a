import { ApiError } from '../client.ts';

/** Milliseconds of quiet before a change is sent, and between tries while the server is away. */
const quiet = 300;
const retryAfter = 1500;

/** Sends what was changed once it has been quiet for a while, and once more where the server was away. */
export class SendLater {
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor(private readonly send: () => Promise<void>) {}

  soon(): void {
    this.after(quiet);
  }

  again(): void {
    this.after(retryAfter);
  }

  stop(): void {
    clearTimeout(this.timer);
  }

  private after(milliseconds: number): void {
    this.stop();
    this.timer = setTimeout(() => void this.send(), milliseconds);
  }
}

/** Is it no use to send the same again? A server that is away or busy may take it later. */
export const isFinal = (error: unknown): boolean =>
  error instanceof ApiError && error.status < 500 && error.status !== 423;

/** How a save that failed is told: refused, or waiting for a server that may take it later. */
export const troubleOf = (error: unknown) => ({
  kind: isFinal(error) ? ('refused' as const) : ('waiting' as const),
  why: (error as Error).message,
});
