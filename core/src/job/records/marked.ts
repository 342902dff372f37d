import { volts, type Volts } from "../../units";
import type { StoredObservation } from "./records";

/** Volts said later to be marked on capacitors, by designator. */
export const markedVolts = (observations: readonly StoredObservation[]): ReadonlyMap<string, Volts> =>
  new Map(
    observations.flatMap(({ subject, observation: o }) => {
      const rated = o.kind === "named" && o.class === "capacitor" ? o.marked.find((m) => m.unit === "V") : undefined;
      return rated && subject.kind === "part" ? [[subject.name, volts(rated.value)] as const] : [];
    }),
  );
