import type { Farads, Hertz, Ohms, Volts } from "../units";
import type { Role } from "./role";
import type { Technology, Tolerance } from "./technology";

/** What a capacitor is marked and there for: all that judging a reading needs to know of it. */
export interface CapacitorPart {
  designator: string;
  role: Role;
  technology: Technology;
  nominal: Farads;
  rated: Volts;
  tolerance: Tolerance;
}

/** What else hangs on the same two nodes, as far as the technician has said. */
export type Parallel =
  | { kind: "unknown" }
  | { kind: "alone" }
  | { kind: "with"; parts: readonly Pick<CapacitorPart, "designator" | "technology" | "nominal" | "rated">[] };

/** A new part of the same kind measured on a meter of this bench. */
export interface ShelfReading {
  meter: string;
  technology: Technology;
  nominal: Farads;
  rated: Volts;
  at: Hertz;
  esr: Ohms;
}

/** What the maker of the fitted series states, where known. */
export interface Datasheet {
  esr: Ohms;
  at: Hertz;
}
