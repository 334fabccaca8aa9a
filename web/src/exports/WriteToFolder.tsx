import { useRef, useState } from 'react';
import { Button } from '../ui/Button.tsx';
import { canWriteToFolder, writeToFolder } from './writeToFolder.ts';

const isAbort = (error: unknown) => error instanceof DOMException && error.name === 'AbortError';

/** Opens a zip of the server's out into a folder that the user chooses, where the browser lets it. */
export function WriteToFolder({ url }: { url: string }) {
  const [share, setShare] = useState<number | null>(null);
  const [said, setSaid] = useState<{ text: string; isTrouble: boolean } | null>(null);
  const stop = useRef<AbortController>(null);
  if (!canWriteToFolder()) return null;
  const run = async () => {
    setSaid(null);
    try {
      const parent = await window.showDirectoryPicker!({ mode: 'readwrite' });
      stop.current = new AbortController();
      setShare(0);
      const { files, folder } = await writeToFolder(url, parent, {
        onProgress: setShare,
        signal: stop.current.signal,
      });
      setSaid({ text: `${files} files are in ${folder}.`, isTrouble: false });
    } catch (error) {
      if (!isAbort(error)) setSaid({ text: (error as Error).message, isTrouble: true });
    } finally {
      setShare(null);
    }
  };
  return (
    <span className="inline-flex items-baseline gap-2">
      {share === null ? (
        <Button kind="text" onClick={() => void run()}>
          Write to a folder …
        </Button>
      ) : (
        <Button kind="text" onClick={() => stop.current?.abort()}>
          Writing, <span className="num">{Math.round(share * 100)} %</span>: stop
        </Button>
      )}
      <span
        role={said?.isTrouble ? 'alert' : 'status'}
        className={said?.isTrouble ? 'text-ember' : 'text-t2'}
      >
        {said && (said.isTrouble ? `▲ ${said.text}` : said.text)}
      </span>
    </span>
  );
}
