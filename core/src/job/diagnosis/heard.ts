import type { FindingToken, HumKind, SoundLabel } from "../../device";
import type { Heard } from "../../evidence";
import type { BenchTest, HypothesisRow, TestId } from "../../knowledge";
import { sidesEvidence, symptomEvidence } from "../../diagnosis";
import type { Of } from "../records/observed";
import type { JobModel } from "../model/jobModel";
import { REPAIRS } from "../model/tried";
import type { DiagnosisJob } from "./types";
import { chancesOf, type JobEvidence } from "./evidence";

// What recordings show, as it speaks for and against the suspects. Soft evidence: it never decides.

const MEASURED = 0.85;
const BY_EAR = 0.45;
/** That something is not in a recording says less: it may have been made with the volume down. */
const ABSENT = 0.35;
/** A symptom that was heard and not ticked at the taking in. */
const UNTICKED = 0.6;

/** The symptom a sound is, in the words of a complaint. */
const TOKEN: Partial<Record<SoundLabel, FindingToken>> = {
  hum: "hum",
  motorboating: "pulsing",
  higherOscillation: "whistle",
  hiss: "hiss",
  crackle: "crackle",
  periodicClicking: "relayClicking",
  dropouts: "comesAndGoes",
  trebleMissing: "dull",
  bassMissing: "weakBass",
  clipping: "distorted",
};
/** Words of a complaint that are the same sound. */
const SAME: Partial<Record<FindingToken, readonly FindingToken[]>> = {
  hum: ["hum", "buzz"],
  pulsing: ["pulsing", "lowSwing"],
  crackle: ["crackle", "static"],
  dull: ["dull", "oneChannel"],
};
const TEST_OF_HUM: Readonly<Record<HumKind, TestId>> = {
  induced: "hearInduced",
  ripple: "hearRipple",
  halfWave: "hearHalfWave",
  rectifierBuzz: "hearPulses",
  mixed: "hearHalfWave",
};
/** Nearly always on one side by itself: which side says where it comes in. */
const SIDED: ReadonlySet<SoundLabel> = new Set<SoundLabel>(["hum", "motorboating", "higherOscillation", "hiss", "crackle", "dropouts"]);

/** What was heard and counts: of each sound the latest word, but what is gone after a repair was there before it. */
export function heardNow({ positions, unit }: Pick<JobModel, "positions" | "unit">): readonly Of<"heard">[] {
  const repairs = [
    ...positions.flatMap((p) => p.fittings.flatMap(({ fitting }) => fitting?.seq ?? [])),
    ...unit.tried.flatMap((t) => (REPAIRS.has(t.tried.act) && !t.refused ? [t.seq] : [])),
  ];
  const repaired = Math.min(...repairs);
  const labels = [...new Set(unit.heard.map((h) => h.observation.label))];
  return labels.map((label) => {
    const said = unit.heard.filter((h) => h.observation.label === label);
    const last = said.at(-1)!;
    return last.observation.present || last.seq < repaired ? last : (said.findLast((h) => h.observation.present) ?? last);
  });
}

/** Symptoms that were heard: nobody can have overlooked them at the taking in. */
export const tokensHeard = (heard: readonly Of<"heard">[]): ReadonlySet<FindingToken> =>
  new Set(heard.flatMap(({ observation: o }) => (o.present && TOKEN[o.label] ? [TOKEN[o.label]!] : [])));

const soundsOf = (job: DiagnosisJob, label: SoundLabel): boolean => {
  const token = TOKEN[label];
  return token !== undefined && (SAME[token] ?? [token]).some((t) => job.findings.includes(t));
};

/** Which of several kinds of hum it is, whether it swings, what was not ticked, and on which side it is. */
export function heardEvidence(
  job: DiagnosisJob,
  model: Pick<JobModel, "positions" | "unit">,
  rows: readonly HypothesisRow[],
  tests: readonly BenchTest[],
): JobEvidence[] {
  const now = heardNow(model);
  const weightOf = (o: Heard) => (o.present ? (o.recording === null ? BY_EAR : MEASURED) : ABSENT);
  const of = (id: TestId, o: Heard): JobEvidence => {
    const test = tests.find((t) => t.id === id)!;
    return {
      source: { kind: "heard", sound: o.hum ?? o.label },
      chance: chancesOf(test, rows),
      base: test.rest,
      happened: o.present,
      rule: test.rule,
      weight: weightOf(o),
    };
  };
  const sided = now.filter(({ observation: o }) => o.present && SIDED.has(o.label) && o.recording !== null);
  const placed = job.findings.includes("oneChannel") || job.findings.includes("allChannels");
  const sides = new Set(sided.map((h) => h.observation.channel));
  return [
    ...now.flatMap(({ observation: o }): JobEvidence[] => {
      const told =
        o.label === "hum" && o.present && o.hum !== null
          ? [of(TEST_OF_HUM[o.hum], o)]
          : o.label === "motorboating"
            ? [of("hearSwing", o)]
            : [];
      const token = TOKEN[o.label];
      return token === undefined || !o.present || soundsOf(job, o.label)
        ? told
        : [
            ...told,
            { ...symptomEvidence(token, rows), source: { kind: "heard", sound: o.label } as const, weight: UNTICKED * weightOf(o) },
          ];
    }),
    ...(job.channels > 1 && !placed && sides.size === 1
      ? [
          {
            ...sidesEvidence(sides.has(null), rows),
            source: { kind: "heard", sound: "sides" } as const,
            weight: sides.has(null) ? BY_EAR : MEASURED,
          },
        ]
      : []),
  ];
}

/** Tests that a recording has answered, or that another one would only answer again. */
export const heardTests = (unit: JobModel["unit"]): readonly TestId[] =>
  unit.heard.flatMap(({ observation: { label } }): readonly TestId[] =>
    label === "hum" ? Object.values(TEST_OF_HUM) : label === "motorboating" ? ["hearSwing"] : [],
  );
