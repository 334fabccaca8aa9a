const waiting: (() => void)[] = [];
const line = new MessageChannel();
line.port1.onmessage = () => waiting.shift()!();

/** Lets what was sent to this worker meanwhile come first. Several may wait at once, and each goes on. */
export const messagesFirst = () =>
  new Promise<void>((go) => {
    waiting.push(go);
    line.port2.postMessage(0);
  });
