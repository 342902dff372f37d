"use client";

import { canPlan, type CanPlan } from "@mirvek/core/choose";
import type { PositionView } from "../../schemas/jobView";
import { list, marked, money, shown } from "../../wording/quantity";
import { roleName } from "../../wording/vocabulary";
import { useJob } from "../job/JobProvider";
import styles from "./Choose.module.css";
import { chooseWords } from "../../wording/screens/choose";

/** A whole can as loose parts: what stands for each section, how they are joined, and whether they go into the emptied can. */
export function Can({ positions }: { positions: readonly PositionView[] }) {
  const { view } = useJob();
  const plan = canPlan(
    positions.map((p) => ({
      ...p,
      chosen: p.choice && p.choice.decision !== "leave" && p.choice.decision !== "withdrawn" ? p.choice.part : null,
    })),
  );
  return (
    <section aria-label={`Multi-section can ${plan.stem}`} className={styles.sets}>
      <h3>The can {plan.stem} as single parts</h3>
      <div className={styles.can}>
        <Joined plan={plan} />
        <div>
          {plan.footprints.length > 0 && <FromAbove plan={plan} />}
          <p>{chooseWords.allMinusLeadsGo}</p>
          <p>
            {shown(Number(plan.joules.toPrecision(2)), "J")} {chooseWords.workingVoltsAllDischarge}{" "}
            {plan.undecided.length > 0
              ? chooseWords.nothingChosenYet(list(plan.undecided))
              : chooseWords.costAndSpace(
                  plan.cents === null ? chooseWords.notEveryPriceKnown : money(plan.cents, view.shop.currency),
                  plan.around.toFixed(0),
                  plan.tallest,
                )}
            {plan.inside === true && <b> {chooseWords.theyGoIntoEmptied}</b>}
            {plan.inside === false && chooseWords.theyDoNotGo}
          </p>
        </div>
      </div>
    </section>
  );
}

const STEP = 150;

/** The sections side by side on their common, each with what is chosen for it. */
function Joined({ plan }: { plan: CanPlan }) {
  const width = plan.sections.length * STEP;
  return (
    <svg
      viewBox={`0 0 ${width} 132`}
      width={width}
      className={styles.canDrawing}
      role="img"
      aria-label={chooseWords.withTheirMinusLeads(list(plan.sections.map((s) => s.designator)))}
    >
      <path d={`M16 104H${width - 16}M${width / 2} 104v10M${width / 2 - 9} 114h18`} />
      {plan.sections.map((s, i) => {
        const x = i * STEP + STEP / 2;
        return (
          <g key={s.designator}>
            <path d={`M${x} 38V64M${x} 74V104`} />
            <path d={`M${x - 16} 65h32`} strokeWidth={3.2} />
            <path d={`M${x - 16} 75q16 -5 32 0`} />
            <circle cx={x} cy={36} r={3} />
            <text x={x - 30} y={62}>
              +
            </text>
            <text x={x} y={14} textAnchor="middle" className={styles.canName}>
              {s.designator} {roleName[s.role]}
            </text>
            <text x={x} y={28} textAnchor="middle">
              {marked(s.nominal, s.rated)}
            </text>
            <text x={x + 7} y={95}>
              {s.chosen ? s.chosen.code : "?"}
            </text>
          </g>
        );
      })}
      <text x={width / 2 + 14} y={126}>
        common, one point
      </text>
    </svg>
  );
}

/** The chosen bodies from above, as near together as they stand. */
function FromAbove({ plan }: { plan: CanPlan }) {
  const r = plan.around / 2 + 2;
  return (
    <svg
      viewBox={`${-r} ${-r} ${2 * r} ${2 * r}`}
      className={styles.fromAbove}
      role="img"
      aria-label={chooseWords.seenFromAboveMm(plan.around.toFixed(0))}
    >
      <circle r={plan.around / 2} strokeDasharray="2 1.5" />
      {plan.footprints.map((f) => (
        <g key={f.designator}>
          <circle cx={f.x} cy={f.y} r={f.r} />
          <text x={f.x} y={f.y + 1.5} textAnchor="middle">
            {f.designator}
          </text>
        </g>
      ))}
    </svg>
  );
}
