"use client";

import { channelNames, isClosed } from "@mirvek/core/job";
import { idleLines, proofLines, stepLines, worldOf } from "@mirvek/core/simulate";
import { Button } from "antd";
import { useJob, useNow } from "../job/JobProvider";
import { useKeys } from "./useKeys";
import styles from "./Station.module.css";
import { sharedWords } from "../../wording/screens/shared";

type Where = "powerUp" | "set" | "prove";

/**
 * Says that readings come from a stand-in and not from the unit, and reads it: what its meters would show goes onto the line as if it had
 * been typed, one line after the other.
 */
export function SimulatedUnit({ where }: { where: Where }) {
  const { view, submit } = useJob();
  const now = useNow();
  const { powerUp, adjust } = view.after;
  const world = worldOf(view.job.unitKind, view.job.supplyKind);
  const lines = (): string[] => {
    if (!world) return [];
    const mended =
      view.unit.tried.some((t) => t.tried.act === "replaced" && t.tried.to.some((s) => s.kind !== "unit" && s.name === world.fault.part)) ||
      view.positions.some((p) => p.designator === world.fault.part && p.renewed);
    const seed = view.lines.length + 1;
    if (where === "prove") return proofLines(world, channelNames(view.job.channels), mended, seed);
    if (where === "set") {
      const on = view.safety.kind === "energised" ? (now - view.safety.since) / 1000 : 0;
      // an adjuster that was turned as it was told to stands at the edge it was told
      const set = Object.fromEntries(
        adjust.groups.flatMap((g) =>
          g.channels.flatMap((c) =>
            c.passes.length > 0 && c.act && g.window ? [[c.channel, c.act.act === "leave" ? c.now! : inside(c.act.to, g.window)]] : [],
          ),
        ),
      );
      return idleLines(world, on, set, seed);
    }
    const step = powerUp.stages
      .flatMap((s) => s.steps)
      .find((s) => powerUp.at?.stage === s.stage && Math.abs(powerUp.at.share - s.share) < 0.03);
    return step ? stepLines(world, { ...step, lamp: step.lamp !== null }, mended, seed) : [];
  };
  const readIt = () => {
    for (const line of lines()) submit(line);
  };
  const on = powerUp.simulated && world !== null && !isClosed(view.job.state);
  useKeys({ z: () => on && readIt() });
  if (!powerUp.simulated) return null;
  return (
    <p className={styles.simulated} role="note">
      <b>Simulated unit.</b> {sharedWords.theseReadingsComeFrom}{" "}
      {on && (
        <Button size="small" onClick={readIt}>
          Read its meters <kbd>z</kbd>
        </Button>
      )}
    </p>
  );
}

/** A hair inside the window from the edge an adjuster was turned to: nobody hits it exactly. */
const inside = (edge: number, { low, high }: { low: number; high: number }): number => edge + ((low + high) / 2 - edge) * 0.3;
