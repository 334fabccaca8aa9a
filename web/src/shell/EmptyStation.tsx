import { Link } from 'react-router';

/** A station without what it works on: why that is needed, and the one way to it. */
export function EmptyStation({ text, to, action }: { text: string; to: string; action: string }) {
  return (
    <div className="grid place-items-center h-full">
      <div className="max-w-[48ch] flex flex-col items-start gap-3">
        <p className="text-t2 text-[15px]">{text}</p>
        <Link
          to={to}
          className="rounded-sm text-[12.5px] border border-violet px-3 py-1 text-t1 bg-[#2c2748] hover:bg-[#3a3360]"
        >
          {action}
        </Link>
      </div>
    </div>
  );
}
