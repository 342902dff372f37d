/** Figures a shop has changed, by the id of their row; null goes back to what everyone starts with. */
export type ConstantOverrides = Readonly<Partial<Record<string, number | null>>>;

let own: ConstantOverrides = {};

/** What the shop says of a figure, where work is done under its figures and it says anything. */
export const ownFigure = (id: string): number | null => (Object.hasOwn(own, id) ? (own[id] ?? null) : null);

/**
 * Does `work` with a shop's own figures. They hold for the length of the call and no longer, so that what is worked out for one shop never
 * leaks into another's: `work` must be done when it returns.
 * @throws TypeError when it returns a promise
 */
export function withOverrides<T>(figures: ConstantOverrides, work: () => T): T {
  const before = own;
  own = figures;
  try {
    const done = work();
    if (done instanceof Promise) throw new TypeError("a shop's figures hold only for work that is done at once");
    return done;
  } finally {
    own = before;
  }
}
