import type { Measurement } from "../evidence";
import { ohms } from "../units";
import type { JudgingContext } from "./judgingContext";
import { finding } from "./finding";
import type { Finding } from "./verdict";

type Of<K extends Measurement["kind"]> = Extract<Measurement, { kind: K }>;

/** What is seen condemns whatever the part reads (common practice), but for stains, which come from neighbours too. */
export function assessVisual(m: Of<"visual">, { bulgeDecides }: Pick<JudgingContext, "bulgeDecides">): Finding {
  const reason = { code: "visual", sign: m.sign } as const;
  if (m.sign === "looksClean") return finding("undecided", "guess", reason, "measureEsrInCircuit");
  if (m.sign === "discoloured" || (m.sign === "bulged" && !bulgeDecides)) return finding("worn", "likely", reason, "liftAndEsr");
  return finding("failed", "shown", reason, null);
}

/** Open, shorted or intermittent as found by whatever means. */
export function assessCondition(m: Of<"condition">, inCircuit: boolean): Finding {
  const reason = { code: "condition", condition: m.condition, inCircuit } as const;
  switch (m.condition) {
    case "open":
      return finding("open", inCircuit ? "likely" : "shown", reason, inCircuit ? "liftAndCapacitance" : null);
    case "shorted":
      return inCircuit
        ? finding("undecided", "likely", { code: "nodeShorted", ohms: ohms(0) }, "liftLegs")
        : finding("shorted", "shown", reason, null);
    case "intermittent":
      return finding("failed", "likely", reason, "repeatOutOfCircuit");
  }
}

/** Words without a figure are evidence, weaker than any figure: they never settle anything. */
export function assessWord(m: Of<"word">): Finding {
  const reason = { code: "said", word: m.word } as const;
  switch (m.word) {
    case "fine":
      return finding("sound", "guess", reason, "liftAndEsr");
    case "bad":
    case "driedOut":
      return finding("failed", "guess", reason, "liftAndEsr");
    case "leaky":
      return finding("failed", "guess", reason, "leakTest");
    case "noLeak":
    case "notShorted":
    case "noContinuity":
      return finding("undecided", "guess", reason, "measureEsrInCircuit");
    case "hot":
      return finding("undecided", "guess", reason, "leakTest");
    case "dryJoint":
      return finding("undecided", "guess", reason, "resolderAndRepeat");
  }
}
