import type { JobView } from "../../schemas/jobView";
import { lampName, meansName, stageName } from "../powerUp";
import { signedDb } from "../observation";
import { passesName, proofName } from "../finalTest";
import { percent, shown, signedVolts, span } from "../quantity";
import { capital, listed, section, table, text, type ReportBlock } from "./blocks";

// How a repaired unit was powered up, adjusted and tested, as blocks of a report.

const valveText = ({ name, watts, share }: JobView["after"]["adjust"]["valves"][number]): string =>
  `${name} ${shown(Number(watts.toPrecision(3)), "W")}${share === null ? "" : ` (${percent(share)} of its maximum)`}`;

/** How it was powered up and adjusted; nothing where it was not. */
export function powerUpBlocks({ after: { powerUp, adjust } }: JobView): ReportBlock[] {
  const steps = powerUp.stages.flatMap((s) => s.steps).filter((s) => s.state !== "ahead");
  const idle = adjust.groups.flatMap((g) => g.channels.flatMap((c) => (c.now === null ? [] : [`${c.channel} ${shown(c.now, g.unit, 3)}`])));
  return section(
    "Power-up and adjustment",
    powerUp.means
      ? text(
          `Powered via ${meansName[powerUp.means.by]}` +
            `${powerUp.means.watts === null ? "" : ` ${shown(powerUp.means.watts, "W")}`}.` +
            `${powerUp.simulated ? " Read on a simulated unit." : ""}`,
        )
      : null,
    steps.length === 0
      ? null
      : {
          kind: "table",
          head: ["Stage", "Mains", "Read", "Expected"],
          rows: steps.map((s) => [
            `${stageName[s.stage]}${s.because ? ` (out of order: ${s.because})` : ""}`,
            percent(s.share),
            [
              ...s.points.flatMap((p) => (p.read ? [`${p.point.name} ${signedVolts(p.read.value)}`] : [])),
              ...(s.current?.read ? [shown(Number(s.current.read.value.toPrecision(3)), "A")] : []),
              ...(s.lamp?.did ? [`lamp: ${lampName[s.lamp.did]}`] : []),
            ].join(", "),
            s.points
              .filter((p) => p.read)
              .map(
                (p) =>
                  `${p.point.name} ${signedVolts(Number(p.expected.low.toPrecision(3)))} to ` +
                  `${signedVolts(Number(p.expected.high.toPrecision(3)))}`,
              )
              .join(", "),
          ]),
        },
    idle.length > 0 ? text(`Idle current: ${idle.join(", ")}.`) : null,
    adjust.valves.length > 0 ? text(`Valves: ${adjust.valves.map(valveText).join(", ")}.`) : null,
  );
}

/** Volts and power of the channels, as far as they were read: a column nobody read is none. */
function channelTable(channels: JobView["after"]["finalTest"]["channels"]): ReportBlock | null {
  const columns: readonly (readonly [string, (c: (typeof channels)[number]) => string])[] = [
    ["Channel", (c) => c.channel],
    ["DC at the output", (c) => (c.offset ? signedVolts(c.offset.volts) : "")],
    [
      "Power at the onset of clipping",
      ({ power }) =>
        power
          ? `${shown(Number(power.watts.toPrecision(3)), "W")} into ` +
            `${shown(power.ohms, "Ω")}${power.dB === null ? "" : `, ${signedDb(power.dB)}`}`
          : "",
    ],
    ["Settings", (c) => c.power?.settings ?? ""],
  ];
  const read = channels.filter((c) => c.offset || c.power);
  const there = columns.filter(([, cell]) => read.some((c) => cell(c) !== ""));
  return table(
    there.map(([name]) => name),
    read.map((c) => there.map(([, cell]) => cell(c))),
  );
}

/** What was tested at the end and with what result; what was not tested is not listed. */
export function finalTestBlocks({ after: { finalTest } }: JobView): ReportBlock[] {
  const said = finalTest.items.filter((i) => i.passes !== "open");
  const sides = [...new Set(finalTest.response.flatMap((r) => Object.keys(r.after)))];
  return section(
    "Final test",
    said.length === 0 ? null : { kind: "table", head: ["Test", "Result"], rows: said.map((i) => [proofName[i.id], passesName[i.passes]]) },
    channelTable(finalTest.channels),
    finalTest.response.length === 0
      ? null
      : {
          kind: "table",
          head: ["Frequency", ...sides, "Off"],
          rows: finalTest.response.map((r) => [
            shown(r.hz, "Hz"),
            ...sides.map((s) =>
              r.after[s] === undefined
                ? ""
                : `${signedDb(r.after[s])}${r.before[s] === undefined ? "" : ` (was ${signedDb(r.before[s])})`}`,
            ),
            r.off === null ? "" : signedDb(r.off),
          ]),
        },
    listed([
      ...finalTest.channels.flatMap((c) => c.listened.map((l) => `Listening test, ${c.channel}: ${l.text}.`)),
      ...finalTest.soak.map((s) => `${capital(s.place)}: ${s.readings.map((r) => `${r.celsius} °C after ${span(r.after)}`).join(", ")}.`),
      ...(finalTest.starts ? [`Came up ${finalTest.starts.started} of ${finalTest.starts.of} times from cold.`] : []),
    ]),
  );
}
