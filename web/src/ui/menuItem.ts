/** The classes of one line of a menu. */
export const menuItem =
  'px-3 py-1 cursor-pointer outline-none data-[highlighted]:bg-g3 data-[highlighted]:text-t1 text-t2';
