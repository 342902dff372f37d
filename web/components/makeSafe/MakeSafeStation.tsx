"use client";

import type { ShopConstants } from "@mirvek/core/knowledge";
import { dischargePlans, storedEnergy, type ChargeState, type DischargePlan, type DrawerResistor } from "@mirvek/core/safety";
import { volts, type Volts } from "@mirvek/core/units";
import { Button, Input } from "antd";
import dynamic from "next/dynamic";
import { useState } from "react";
import type { PositionView } from "../../schemas/jobView";
import { marked, shown, signedVolts, span } from "../../wording/quantity";
import { chargeText, dischargeRefusalText, harmlessText, hazardClassText } from "../../wording/safety";
import { roleName } from "../../wording/vocabulary";
import { useCursor, useJob, useNow } from "../job/JobProvider";
import { Pick } from "../shared/Pick";
import { Checks } from "./Checks";
import styles from "./MakeSafe.module.css";
import { makeSafeWords } from "../../wording/screens/makeSafe";

// the chart library comes once the page is there
const DischargeChart = dynamic(() => import("./DischargeChart").then((m) => m.DischargeChart), {
  ssr: false,
  loading: () => <figure className={styles.chart} />,
});

/** What holds charge, how much, how to get rid of it, and the two readings that show it is gone. */
export function MakeSafeStation() {
  const { view } = useJob();
  const { cursor, setCursor } = useCursor();
  const { drawer } = view.shop;
  const holders = view.positions.filter(isHolder);
  const picked = holders.find((p) => p.designator === cursor) ?? holders[0] ?? null;
  return (
    <div>
      <p className={styles.caution}>
        <b>{makeSafeWords.oneHandInsulatedTools}</b> {makeSafeWords.unplugBeforeYouOpen}
      </p>
      {holders.length === 0 ? (
        <p className={styles.empty}>
          {view.safety.kind === "harmless" ? harmlessText[view.safety.why] : makeSafeWords.noCapacitorHoldsCharge}
        </p>
      ) : (
        <table className="sheet">
          <thead>
            <tr>
              <th>Position</th>
              <th>Marked</th>
              <th className="n">May hold</th>
              <th className="n">Energy</th>
              <th>Hazard</th>
              <th>Discharge with</th>
              <th>Residual voltage</th>
            </tr>
          </thead>
          <tbody>
            {holders.map((p) => (
              <HolderRow
                key={p.id}
                position={p}
                drawer={drawer}
                constants={view.shop.constants}
                picked={p === picked}
                onPick={() => setCursor(p.designator)}
              />
            ))}
          </tbody>
        </table>
      )}
      <div className={styles.asks}>
        <AddHolder />
        <HighestVolts />
      </div>
      {picked && drawer.length > 0 && <Plan key={picked.id} position={picked} drawer={drawer} />}
      <Checks />
    </div>
  );
}

type Holder = PositionView & { held: NonNullable<PositionView["held"]> };
const isHolder = (p: PositionView): p is Holder => p.held !== null;

/** Volts to plan for: those seen, else the most it can hold. */
const plannedVolts = ({ held }: Holder): Volts =>
  held.charge.state.kind === "charged" ? volts(Math.abs(held.charge.state.volts)) : held.most;

function HolderRow({
  position: p,
  drawer,
  constants,
  picked,
  onPick,
}: {
  position: Holder;
  drawer: readonly DrawerResistor[];
  constants: ShopConstants;
  picked: boolean;
  onPick: () => void;
}) {
  const now = useNow();
  const across = plannedVolts(p);
  const energy = storedEnergy(p.nominal, across);
  const best = dischargePlans(constants, p.nominal, across, drawer)[0];
  const { charge, counts, hazard } = p.held;
  const state = charge.state.kind;
  const idle = state === "unmeasured" && charge.passedOver === null && !counts;
  return (
    <tr className={picked ? styles.picked : undefined} onClick={onPick}>
      <td>
        <button type="button" className={`${styles.name} mono`} onClick={onPick} aria-pressed={picked}>
          {p.designator}
        </button>
        <small className={styles.role}>{roleName[p.role]}</small>
      </td>
      <td className="mono">{marked(p.nominal, p.rated)}</td>
      <td className="n mono">{shown(across, "V")}</td>
      <td className="n mono">{shown(energy, "J")}</td>
      <td>{hazardClassText[hazard]}</td>
      <td className="mono">
        {best && best.refusals.length === 0 ? `${shown(best.resistor.value, "Ω")} ${shown(best.resistor.rated, "W")}` : "none fits"}
      </td>
      <td>
        {idle && <span className="muted">{makeSafeWords.tooLittleHurt}</span>}
        {!idle && (
          <span className={TONE[state]}>
            <Dots state={state} />
            {chargeText(charge, now)}
          </span>
        )}
      </td>
    </tr>
  );
}

const TONE: Readonly<Record<ChargeState["kind"], string>> = {
  unmeasured: "state-failed",
  charged: "state-failed",
  once: "state-worn",
  again: "state-worn",
  discharged: "state-sound",
};

/** Two readings make it safe: two dots to fill. */
function Dots({ state }: { state: ChargeState["kind"] }) {
  const filled = state === "discharged" ? 2 : state === "once" || state === "again" ? 1 : 0;
  return (
    <svg width="26" height="12" aria-hidden="true" className={styles.dots}>
      {[0, 1].map((i) => (
        <circle
          key={i}
          cx={6 + 13 * i}
          cy="6"
          r="4.5"
          fill={i < filled ? "currentColor" : "none"}
          stroke="currentColor"
          strokeWidth="1.6"
        />
      ))}
    </svg>
  );
}

function AddHolder() {
  const { submit } = useJob();
  const [line, setLine] = useState("");
  const add = () => {
    if (line.trim() === "") return;
    submit(`add ${line}`);
    setLine("");
  };
  return (
    <div className={styles.add}>
      <label htmlFor="add-holder">{makeSafeWords.anotherHoldsCharge}</label>
      <Input
        id="add-holder"
        className="mono"
        value={line}
        onChange={(e) => setLine(e.target.value)}
        onPressEnter={add}
        placeholder="C1 4700u 50v reservoir #main supply"
      />
      <Button onClick={add}>Add</Button>
    </div>
  );
}

/** Asked once a unit: with it, what cannot hurt is not waited for. */
function HighestVolts() {
  const { view, submit } = useJob();
  const [said, setSaid] = useState("");
  const keep = () => {
    if (said.trim() === "") return;
    submit(`highest ${said.trim().replace(/v?$/i, "v")}`);
    setSaid("");
  };
  return (
    <div className={styles.add}>
      <label htmlFor="highest-volts">{makeSafeWords.highestDcUnit}</label>
      <Input
        id="highest-volts"
        className="mono"
        style={{ width: 120 }}
        value={said}
        onChange={(e) => setSaid(e.target.value)}
        onPressEnter={keep}
        suffix="V"
        placeholder={view.highest === null ? "not entered" : shown(view.highest, "V").replace(/ V$/, "")}
      />
      <Button onClick={keep}>Save</Button>
    </div>
  );
}

/** What to do with the resistor; a charge that is below the limit already is only measured. */
function dischargeText({ resistor, peakCurrent, peakPower, to5 }: DischargePlan): string {
  const by = `${shown(resistor.value, "Ω")} ${shown(resistor.rated, "W")}`;
  if (to5 === 0) return makeSafeWords.lessAlreadyPutAcross(by);
  return makeSafeWords.throughFirstAfterHold(by, shown(peakCurrent, "A"), shown(peakPower, "W"), span(to5), span(Math.max(1, to5)));
}

const CURVE_POINTS = 71;

function Plan({ position, drawer }: { position: Holder; drawer: readonly DrawerResistor[] }) {
  const { view, submit } = useJob();
  const across = plannedVolts(position);
  const plans = dischargePlans(view.shop.constants, position.nominal, across, drawer);
  const [chosen, setChosen] = useState(0);
  const [left, setLeft] = useState("");
  const plan: DischargePlan = plans[Math.min(chosen, plans.length - 1)]!;
  const fits = plan.refusals.length === 0;
  const keep = () => {
    if (left.trim() === "") return;
    submit(`${position.designator} ${left.trim().replace(/v?$/i, "v")}`);
    setLeft("");
  };
  return (
    <section className={styles.plan} aria-label={`Discharge ${position.designator}`}>
      <div>
        <h2>
          {position.designator}: {shown(plan.energy, "J")} at {shown(across, "V")}
        </h2>
        <p className={fits ? undefined : "state-failed"}>
          {fits
            ? dischargeText(plan)
            : `Not with ${shown(plan.resistor.value, "Ω")} ${shown(plan.resistor.rated, "W")}: ` +
              `${plan.refusals.map(dischargeRefusalText).join("; ")}.`}
        </p>
        <dl className={styles.figures}>
          <div>
            <dt>to 60 V</dt>
            <dd className="mono">{span(plan.to60)}</dd>
          </div>
          <div>
            <dt>to 30 V</dt>
            <dd className="mono">{span(plan.to30)}</dd>
          </div>
          <div>
            <dt>to 5 V</dt>
            <dd className="mono">{span(plan.to5)}</dd>
          </div>
          <div>
            <dt>R·C</dt>
            <dd className="mono">{span(plan.tau)}</dd>
          </div>
        </dl>
        <label htmlFor="drawer">{makeSafeWords.resistorFromDrawer}</label>
        <Pick
          id="drawer"
          className={styles.select}
          value={Math.min(chosen, plans.length - 1)}
          onPick={(i) => setChosen(i ?? 0)}
          options={plans.map((p, i) => ({
            value: i,
            label:
              `${shown(p.resistor.value, "Ω")} ${shown(p.resistor.rated, "W")} · ` +
              `${p.refusals.length === 0 ? `5 V after ${span(p.to5)}` : `no: ${p.refusals.map(dischargeRefusalText).join("; ")}`}`,
          }))}
        />
        <label htmlFor="volts-left">Residual voltage across {position.designator}</label>
        <div className={styles.left}>
          <Input
            id="volts-left"
            className="mono"
            value={left}
            onChange={(e) => setLeft(e.target.value)}
            onPressEnter={keep}
            suffix="V"
            placeholder="0.3"
          />
          <Button type="primary" onClick={keep}>
            Save
          </Button>
        </div>
      </div>
      <DischargeChart
        plan={plan}
        across={across}
        points={CURVE_POINTS}
        caption={`${signedVolts(across)} falls to 5 V in ${span(plan.to5)}`}
      />
    </section>
  );
}
