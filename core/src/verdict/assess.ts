import type { Folded, Measurement, Reading } from "../evidence";
import { assessCapacitance } from "./assessCapacitance";
import { assessDissipation, assessEsr } from "./assessEsr";
import { assessLeakage, assessOhmmeter } from "./assessInsulation";
import { assessCondition, assessVisual, assessWord } from "./assessLook";
import type { JudgingContext } from "./judgingContext";
import type { Finding } from "./verdict";

/** What one reading proves about the part, by the rules for in and out of circuit (common practice, see each function). */
export function assess(reading: Reading, context: JudgingContext, folded: Folded | null = null): Finding {
  const m: Measurement = reading.measurement;
  switch (m.kind) {
    case "esr":
      return assessEsr(m, reading, context, folded);
    case "dissipation":
      return assessDissipation(m, reading, context, folded);
    case "capacitance":
      return assessCapacitance(m, reading.inCircuit, context, folded);
    case "ohmmeter":
      return assessOhmmeter(m, reading.inCircuit, context);
    case "leakage":
      return assessLeakage(m, reading.inCircuit, context);
    case "visual":
      return assessVisual(m, context);
    case "condition":
      return assessCondition(m, reading.inCircuit);
    case "word":
      return assessWord(m);
  }
}
