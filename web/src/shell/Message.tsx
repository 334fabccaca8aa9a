import { Button } from '../ui/Button.tsx';

/** A whole-window message: something is on its way, or went wrong. */
export function Message({ text, retry = false }: { text: string; retry?: boolean }) {
  return (
    <main className="h-full grid place-items-center text-[15px] text-t2">
      <div className="text-center flex flex-col gap-3 items-center">
        <h1 className="font-semibold text-t1">Velvet Dusk</h1>
        <p role={retry ? 'alert' : 'status'}>{text}</p>
        {retry && <Button onClick={() => location.reload()}>Try again</Button>}
      </div>
    </main>
  );
}
