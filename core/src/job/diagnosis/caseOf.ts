import type { Role, Technology } from "../../part";
import { ROLE_WORDS, TECHNOLOGY_WORDS, parsePositionList, type MeterDefault } from "../../entry";
import { applyLine, understand } from "../lines/apply";
import type { FromLine, JobRecords, PositionRecord } from "../records/records";
import type { ShopFacts } from "../records/shop";
import { CASE_SHOP, beginCase, enteredOf, type CaseLine, type CaseMeter, type TraceCase } from "./diagnosisCase";
import type { DiagnosisJob } from "./types";

const wordFor = <T>(words: ReadonlyMap<string, T>, meant: T): string => [...words].find(([, m]) => m === meant)?.[0] ?? "";
const ROLE_WORD = (role: Role) => wordFor(ROLE_WORDS, role);
const TECHNOLOGY_WORD = (technology: Technology) => (technology === "aluminium" ? "" : wordFor(TECHNOLOGY_WORDS, technology));
const METER: Readonly<Record<MeterDefault, CaseMeter>> = { esr: "esr", capacitance: "bridge", ohmmeter: "multi", volts: "volts" };

/** A part as a line of a parts list: "C1 4700u 50v reservoir". */
function partLine(p: PositionRecord): string {
  const volts = p.rated === null ? "" : `${Number(p.rated.toPrecision(4))}v`;
  return [
    p.designator,
    `${Number((p.nominal * 1e6).toPrecision(4))}u`,
    volts,
    ROLE_WORD(p.role),
    TECHNOLOGY_WORD(p.technology),
    p.channel ?? "",
  ]
    .filter(Boolean)
    .join(" ");
}

/** In what setting a line was typed, as far as what it brought tells: the part under the cursor, out of circuit, the meter. */
function settingOf(key: string, records: JobRecords, shop: ShopFacts): { on?: string; out?: boolean; meter?: CaseMeter } {
  const of = (r: FromLine) => r.line === key;
  const reading = Object.values(records.readings).flat().find(of);
  const on = records.positions.find((p) => p.id === reading?.positionId)?.designator;
  const seen = records.observations
    .filter(of)
    .flatMap((o) => (o.observation.kind === "figure" || o.observation.kind === "state" ? [o.observation] : []))[0];
  const meter = shop.meters.find((m) => m.id === reading?.meter)?.shows;
  const out = reading ? !reading.inCircuit : seen ? !seen.inCircuit : false;
  return {
    ...(on === undefined ? {} : { on }),
    ...(out ? { out } : {}),
    ...(meter && METER[meter] !== "esr" ? { meter: METER[meter] } : {}),
  };
}

/**
 * A job as a case that can be traced by itself, step by step in the order it was said. What a case has no room for (decisions, the shop's
 * own references, lines that were struck) is left out; `left` names the lines and parts that could not be taken along.
 */
export function caseOf(
  job: DiagnosisJob,
  records: JobRecords,
  shop: ShopFacts,
  lines: readonly { key: string; typed: string; withdrawn: boolean }[],
): { case: TraceCase; left: string[] } {
  const left: string[] = [];
  const parts = records.positions
    .filter((p) => p.line === null)
    .map(partLine)
    .filter((line) => parsePositionList(shop.constants, line).issues.length === 0 || (left.push(line), false));
  const begun: TraceCase = {
    mirvekCase: 1,
    unit: { kind: job.unitKind, supply: job.supplyKind, ageYears: job.ageYears, channels: job.channels, mainsV: job.mainsV },
    complaint: job.complaint,
    findings: [...job.findings],
    faultyChannel: job.faultyChannel,
    parts,
    firstPower: job.firstPowerApproach,
  };
  const start = beginCase(shop.constants, begun);
  const steps: CaseLine[] = [];
  if (start.ok) {
    let now = start.value.records;
    for (const { key, typed, withdrawn } of lines) {
      if (withdrawn || /^(undo|scratch)\b/i.test(typed)) continue;
      const setting = settingOf(key, records, shop);
      const said: CaseLine = Object.keys(setting).length === 0 ? typed : { line: typed, ...setting };
      const seq = steps.length + 1;
      const entered = enteredOf(said, seq);
      const entry = understand(now, CASE_SHOP, entered);
      if (!entry.ok || entry.value.kind !== "keeps") {
        left.push(typed);
        continue;
      }
      now = applyLine(now, CASE_SHOP, entered, entry.value, { seq, by: "case", positionId: () => -seq, chosen: () => null });
      steps.push(said);
    }
  }
  return { case: { ...begun, steps }, left };
}
