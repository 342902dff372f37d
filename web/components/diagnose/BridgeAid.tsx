"use client";

import { bridgePlan, type BridgeRefusal } from "@mirvek/core/choose";
import { internalAccessAllowed } from "@mirvek/core/safety";
import { shown } from "../../wording/quantity";
import { useCursor, useJob } from "../job/JobProvider";
import styles from "./Diagnose.module.css";
import { diagnoseWords } from "../../wording/screens/diagnose";

const REFUSAL: Readonly<Record<BridgeRefusal, string>> = {
  mainsPart: diagnoseWords.liesMainsWhereOnly,
  notOpen: diagnoseWords.goodPartAcrossShort,
  locked: diagnoseWords.chargeNotShownBe,
  voltsUnknown: diagnoseWords.ratedVoltageNotEntered,
};

/** What may be put across the capacitor under the cursor, or why nothing may. */
export function BridgeAid() {
  const { view } = useJob();
  const { cursor } = useCursor();
  const part = view.positions.find((p) => p.designator === cursor);
  if (!part) return null;
  const counts = part.verdict.reason.code;
  const plan = bridgePlan(view.shop.constants, part, {
    internalAccessAllowed: internalAccessAllowed(view.safety),
    shortedOrLeaky: part.verdict.state === "shorted" || counts === "leaky" || counts === "leakageCurrent" || counts === "leakShifts",
  });
  return (
    <p className={styles.bridge} role="note">
      <b>
        {diagnoseWords.bridgeWithGoodPart} {part.designator}:
      </b>{" "}
      {plan.ok
        ? `${diagnoseWords.bridgeRange(
            shown(plan.least, "F"),
            shown(plan.most, "F"),
            shown(plan.volts, "V"),
            plan.polarised ? diagnoseWords.sameWayRound : "",
          )} `
        : `no, ${plan.refusals.map((r) => REFUSAL[r]).join("; ")}.`}
      {plan.ok && (
        <span className="mono">
          {shown(plan.least, "F", 2).replace(" ", "").replace("µ", "u").replace("F", "")}{" "}
          {shown(plan.volts, "V").replace(" ", "").toLowerCase()} over {part.designator}, hum gone
        </span>
      )}
    </p>
  );
}
