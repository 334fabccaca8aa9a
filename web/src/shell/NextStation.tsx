import { Link } from 'react-router';

/** What comes next in a project that has not been there yet. */
export function NextStation({ to, text }: { to: string; text: string }) {
  return (
    <Link
      to={to}
      className="rounded-sm border border-violet px-3 py-1 text-[12.5px] text-t1 bg-[#2c2748] hover:bg-[#3a3360] whitespace-nowrap text-center"
    >
      {text}
    </Link>
  );
}
