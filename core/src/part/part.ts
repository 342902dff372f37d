import type { Farads, Volts } from "../units";
import type { Role } from "../device";
import type { Technology, Tolerance } from "./technology";

/** What a capacitor is marked and there for: all that judging a reading needs to know of it. */
export interface CapacitorPart {
  designator: string;
  role: Role;
  technology: Technology;
  nominal: Farads;
  /** null: none is marked and nobody said */
  rated: Volts | null;
  tolerance: Tolerance;
}

/** What else hangs on the same two nodes, as far as the technician has said. */
export type Parallel =
  | { kind: "unknown" }
  | { kind: "alone" }
  | { kind: "with"; parts: readonly Pick<CapacitorPart, "designator" | "technology" | "nominal" | "rated">[] };
