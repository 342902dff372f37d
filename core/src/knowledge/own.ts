/** Figures a shop has changed, by the id of their row; null goes back to what everyone starts with. */
export type ShopConstants = Readonly<Partial<Record<string, number | null>>>;

/** A shop that has changed none. */
export const STANDARD_CONSTANTS: ShopConstants = {};

/** What a shop says of a figure; null where it says nothing. */
export const ownFigure = (constants: ShopConstants, id: string): number | null =>
  Object.hasOwn(constants, id) ? (constants[id] ?? null) : null;
