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

/** Work that was done lately, by key. What failed is done anew when it is asked for again. */
export class RecentWork<V> {
  private readonly done: Recent<Promise<V>>;

  /** @param most results kept. */
  constructor(most: number) {
    this.done = new Recent(most);
  }

  get(key: string, work: () => Promise<V>): Promise<V> {
    return this.done.get(key, () => {
      const promise = work();
      promise.catch(() => this.done.forget(key));
      return promise;
    });
  }
}
