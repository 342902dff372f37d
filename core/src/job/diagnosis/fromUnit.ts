import type { EvidenceSource } from "../../diagnosis";
import type { BenchTest, HypothesisId, HypothesisRow, TestId } from "../../knowledge";
import { isBad } from "../../verdict";
import type { JobModel } from "../model/jobModel";
import { about, chancesOf, nameOf, type JobEvidence } from "./evidence";
import { OF_CLASS, namedBy } from "./named";
import { acquittedIn } from "./fromCapacitors";
import { fittedEvidence, tried } from "./fromActs";

/** Points, draw, loads, looks, other parts and what was tried. */
export function unitEvidence(
  { unit, positions }: Pick<JobModel, "unit" | "positions">,
  rows: readonly HypothesisRow[],
  tests: readonly BenchTest[],
): JobEvidence[] {
  const of = (id: TestId, happened: boolean, source: EvidenceSource, weight = 1): JobEvidence[] => {
    const test = tests.find((t) => t.id === id)!;
    return [{ source, chance: chancesOf(test, rows), base: test.rest, happened, rule: test.rule, weight }];
  };
  const acquitted = acquittedIn(positions, unit.complaint);
  const rails = unit.points.filter((p) => p.name.startsWith("rail") && p.now && p.now.verdict.state !== "unknown");
  const low = rails.filter((p) => p.now!.verdict.state === "low" || p.now!.verdict.state === "gone");
  const offsets = unit.points.filter((p) => p.name.startsWith("offset") && p.now);
  const bias = unit.points.find((p) => p.name.startsWith("bias") && p.now && p.now.verdict.state !== "unknown");
  const standby = unit.draw.find((d) => d.reading.observation.under.power === "standby" && d.verdict.state !== "unknown");
  const ac = unit.points.filter((p) => p.name.startsWith("rail")).flatMap((p) => p.readings.filter((r) => r.reading.form !== "dc"));
  return [
    ...(rails.length > 0 ? of("railLow", low.length > 0, { kind: "point", point: (low[0] ?? rails[0])!.name }) : []),
    ...(rails.length > 1
      ? of("oneRailLow", low.length > 0 && low.length < rails.length, { kind: "complementaryRail", point: (low[0] ?? rails[0])!.name }, 0.8)
      : []),
    ...(offsets.length > 0
      ? of(
          "offsetHigh",
          offsets.some((p) => Math.abs(p.now!.reading.volts) > OFFSET),
          { kind: "point", point: offsets[0]!.name },
        )
      : []),
    ...(bias ? of("biasMissing", bias.now!.verdict.state !== "within", { kind: "point", point: bias.name }) : []),
    ...(standby
      ? of("standbyHigh", standby.verdict.state === "muchTooHigh" || standby.verdict.state === "high", { kind: "standbyDraw" })
      : []),
    ...(unit.loads.length > 1
      ? of(
          "loadsToGround",
          unit.loads.some((l) => l.odd),
          { kind: "load", name: (unit.loads.find((l) => l.odd) ?? unit.loads[0])!.name },
        )
      : []),
    ...(unit.coldStarts
      ? of("coldFails", unit.coldStarts.started < unit.coldStarts.of, { kind: "coldStarts" }, Math.min(1, unit.coldStarts.of / 4))
      : []),
    ...(ac.length > 0
      ? of(
          "rippleHigh",
          ac.some((r) => Math.abs(r.reading.volts) > RIPPLE_RAIL),
          { kind: "pointRipple", point: ac[0]!.reading.point ?? "" },
          0.8,
        )
      : []),
    ...unit.notes.fuses.flatMap((f) => (f.how === null ? [] : of("fuseViolent", f.how === "violent", { kind: "fuse", name: f.name }))),
    ...otherParts(unit, rows, tests),
    ...looks(unit, rows),
    ...unit.tried.flatMap((t) => tried(t, positions, rows, tests, acquitted)),
    ...fittedEvidence(positions, unit, rows),
  ];
}
const OFFSET = 0.1;
const RIPPLE_RAIL = 0.1;

function otherParts(unit: JobModel["unit"], rows: readonly HypothesisRow[], tests: readonly BenchTest[]): JobEvidence[] {
  return unit.parts.flatMap((p): JobEvidence[] => {
    const { state, certainty } = p.verdict;
    const sure = certainty === "shown" ? 1 : certainty === "likely" ? 0.75 : 0.3;
    const bad = isBad(state);
    if (!bad && state !== "sound") return [];
    if (p.class === "fuse") {
      const test = tests.find((t) => t.id === "fuseOpen")!;
      return [
        {
          source: { kind: "part", name: p.name },
          chance: chancesOf(test, rows),
          base: test.rest,
          happened: bad,
          rule: "shows",
          weight: sure,
        },
      ];
    }
    if ((p.class === "switch" || p.class === "connector") && state !== "worn") {
      const test = tests.find((t) => t.id === "pathBroken")!;
      return [
        {
          source: { kind: "part", name: p.name },
          chance: chancesOf(test, rows),
          base: test.rest,
          happened: bad,
          rule: "shows",
          weight: bad ? sure : 0.5 * sure,
        },
      ];
    }
    const ids: readonly HypothesisId[] =
      p.class === "diode" ? (state === "open" ? ["rectifierOpen"] : ["rectifierShorted"]) : (OF_CLASS[p.class] ?? []);
    if (ids.length === 0) return [];
    const named = bad && p.class === "transistor" && state === "shorted" ? (["outputShorted", "regulatorFailed"] as const) : ids;
    const e = about({ kind: "part", name: p.name }, named, rows, bad ? 0.6 : 0.75, bad ? 0.03 : 0.9, true, bad ? sure : 0.3 * sure);
    return [
      bad && certainty === "shown" && named.length === 1
        ? { ...e, decisive: { for: named, what: { by: "measuredOut", designator: p.name } } }
        : e,
    ];
  });
}

function looks(unit: JobModel["unit"], rows: readonly HypothesisRow[]): JobEvidence[] {
  return unit.looks.flatMap((l): JobEvidence[] => {
    if (l.look.intended || l.look.sign === "looksWhole" || l.subject.kind === "part") return [];
    const name = nameOf(l.subject);
    const ids = l.look.sign === "ringed" || l.look.sign === "lifted" ? (["jointCrack"] as const) : namedBy(name);
    return ids.length === 0 ? [] : [about({ kind: "look", name }, ids, rows, 0.6, 0.06, true, l.look.severity === "slight" ? 0.5 : 0.9)];
  });
}
