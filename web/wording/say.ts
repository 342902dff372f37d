/** A text for every code of a union: a code without words does not compile. */
export type Texts<T extends { code: string }> = { readonly [C in T["code"]]: (x: Extract<T, { code: C }>) => string };

/** The words for one of them. */
export const say = <T extends { code: string }>(texts: Texts<T>, x: T): string => (texts[x.code as T["code"]] as (x: T) => string)(x);
