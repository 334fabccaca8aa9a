import type { ButtonHTMLAttributes } from 'react';

interface ButtonProps extends ButtonHTMLAttributes<HTMLButtonElement> {
  kind?: 'plain' | 'main' | 'text';
}

const looks = {
  plain: 'border border-g4 px-3 py-1 text-t1 hover:border-g5 hover:bg-g3',
  main: 'border border-violet px-3 py-1 text-t1 bg-[#2c2748] hover:bg-[#3a3360]',
  text: 'text-violet hover:underline px-0.5',
};

export function Button({ kind = 'plain', className = '', ...rest }: ButtonProps) {
  return (
    <button
      type="button"
      {...rest}
      className={`rounded-sm text-[12.5px] disabled:opacity-45 ${looks[kind]} ${className}`}
    />
  );
}
