/** What a capacitor is like now, as a circuit sees it: F and Ω; `leak` Infinity for none. */
export type PartState = { kind: "works"; farads: number; esr: number; leak: number } | { kind: "open" } | { kind: "shorted" };
