/** The things made last, by key: the one that was asked for longest ago goes first. */
export class Recent<V> {
  private readonly made = new Map<string, V>();

  /** @param most things kept. */
  constructor(private readonly most: number) {}

  /** Things kept now. */
  get size(): number {
    return this.made.size;
  }

  /** The thing of a key, made where it is not there. */
  get(key: string, make: () => V): V {
    const value = this.made.has(key) ? this.made.get(key)! : make();
    this.made.delete(key);
    if (this.made.size >= this.most) this.made.delete(this.made.keys().next().value!);
    this.made.set(key, value);
    return value;
  }

  forget(key: string): void {
    this.made.delete(key);
  }
}
