import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { Button } from '../ui/Button.tsx';

/** A whole-window message: something is on its way, or went wrong. @param children what can be done about it. */
export function Message({
  text,
  retry = false,
  children,
}: {
  text: string;
  retry?: boolean;
  children?: ReactNode;
}) {
  return (
    <main className="h-full grid place-items-center text-[15px] text-t2">
      <div className="text-center flex flex-col gap-3 items-center">
        <h1 className="font-semibold text-t1">Velvet Dusk</h1>
        <p role={retry ? 'alert' : 'status'}>{text}</p>
        {retry && (
          <div className="flex items-baseline gap-4">
            <Button onClick={() => location.reload()}>Try again</Button>
            <Link to="/" className="text-violet hover:underline text-[12.5px]">
              All projects
            </Link>
          </div>
        )}
        {children}
      </div>
    </main>
  );
}
