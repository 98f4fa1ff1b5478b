/**
 * The ids of an exam's events. The sets that grow out of one another share one
 * index, each with a size of its own: adding an id copies nothing, however long
 * the exam is.
 *
 * @example new KnownIds().with("a").has("a") // true
 */
export class KnownIds {
  constructor(
    private readonly places: Map<string, number> = new Map(),
    readonly size = 0,
  ) {}

  has(id: string): boolean {
    const place = this.places.get(id);
    return place !== undefined && place < this.size;
  }

  with(id: string): KnownIds {
    if (this.has(id)) return this;
    const goesOn = this.places.size === this.size;
    const places = goesOn ? this.places : new Map([...this.places].filter(([, place]) => place < this.size));
    places.set(id, this.size);
    return new KnownIds(places, this.size + 1);
  }
}
