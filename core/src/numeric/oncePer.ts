/** Works something out once per object, for as long as that lives; nobody may change the object meanwhile. */
export function oncePer<K extends object, V>(work: (of: K) => V): (of: K) => V {
  const known = new WeakMap<K, V>();
  return (of) => {
    if (!known.has(of)) known.set(of, work(of));
    return known.get(of)!;
  };
}
