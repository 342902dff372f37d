import { isBad } from "@mirvek/core/verdict";
import { isWetAluminium, type CapacitorPart } from "@mirvek/core/part";
import { normal, seededRandom } from "@mirvek/core/numeric";
import { readCapacitance, readEsr, inventedCatalogue, type SimulatedMeter, type TrueState } from "@mirvek/core/simulate";
import { formatEngineering, hertz, ohms } from "@mirvek/core/units";
import { v5 } from "uuid";
import { checkIn, type CheckIn } from "../../schemas/job";
import type { PositionView } from "../../schemas/jobView";
import { addPositions } from "../changePositions";
import { closeJob } from "../closeJob";
import { pool, transaction, type Db } from "../db";
import { loadCandidates } from "../candidates";
import { decideWithin } from "../decide";
import { saveLine } from "../saveLine";
import { loadJobView } from "../loadJob";
import { findJob, insertJob, insertJobEvent } from "../repositories/jobs";
import { DEMO_JOBS, type DemoFault, type DemoJob } from "./jobs";
import { seedRecording } from "./recordings";
import { importFile, supplierFile } from "./supplierFile";

const SEED = 8;
const DEMO_SUPPLIER = "Loom and Ladder";
const STEP_MS = 20_000;
/** Keys of demo lines are named below this one, so that a second seeding could never double them. */
const DEMO_NAMESPACE = "5d0c7a86-33a1-4a5c-9a51-7f0b8e2f4c11";

// spread of one reading, constant error, end of range: two hand-held ESR meters that disagree a little, and a bench bridge
const BLUE: SimulatedMeter = { spread: 0.04, bias: 0.03, esrEnd: ohms(99) };
const CLIP: SimulatedMeter = { spread: 0.06, bias: -0.08, esrEnd: ohms(99) };
const BRIDGE: SimulatedMeter = { spread: 0.008, bias: 0, esrEnd: ohms(1e5) };

const DEFAULTS: CheckIn = {
  title: "",
  unitKind: "other",
  supplyKind: "linear",
  mainsHz: null,
  mainsV: null,
  ageYears: null,
  channels: 2,
  owner: "Puppet theatre, sound store",
  complaint: "",
  earlierRepairs: "",
  findings: [],
  valuePolicy: "same",
  tantalumApproach: "sameKind",
  scopeApproach: "provenBad",
  sidesApproach: "everyChannel",
  firstPowerApproach: "suppliesFirst",
  faultyChannel: null,
};

/** Fills an empty database with the demo shop; one that holds a job already is left alone. @returns whether it was filled */
export async function seedDemo(now: Date): Promise<boolean> {
  return transaction(async (db) => {
    const { rows } = await db.query("select 1 from job limit 1");
    if (rows.length > 0) return false;
    await seedShop(db);
    const random = seededRandom(SEED);
    for (const [i, job] of DEMO_JOBS.entries()) await new JobSeeder(db, job, i, now, random).seed();
    return true;
  });
}

async function seedShop(db: Db): Promise<void> {
  await db.query(`update shop set name = 'Bench below the stage'`);
  // the store has meters and resistors of its own
  await db.query("delete from meter");
  await db.query("delete from drawer_resistor");
  await db.query(
    `insert into meter (id, name, word, shows, esr_at_hz, capacitance_at_hz, end_ohms, lead_ohms, checked_on) values
       ('blue', 'Blue meter', 'blue', 'esr', 100000, 120, 99, 0.04, '2026-09-14'),
         ('clip', 'Clip meter', 'clip', 'esr', 100000, null, 99, 0.06, '2026-02-03'),
       ('bridge', 'Bench bridge', 'bridge', 'capacitance', 120, 120, 100000, 0.01, '2026-05-20'),
         ('pocket', 'Pocket multimeter', 'pocket', 'ohmmeter', 100000, null, null, 0.2, null)`,
  );
  await db.query(
    `insert into drawer_resistor (ohms, rated_w, limit_v) values (47, 10, 500), (100, 5, 500), (150, 5, 500),
      (330, 10, 500), (1000, 10, 750),
       (2200, 5, 500), (4700, 5, 500), (10000, 5, 750), (22000, 5, 750)`,
  );
  await db.query(
    `insert into shelf_reading (meter_id, technology, nominal_f, rated_v, at_hz, esr_ohms, series, grade, taken_by) values
       ('blue', 'aluminium', 100e-6, 16, 1e5, 0.36, 'Nightjar', 'general', 'demo'),
         ('blue', 'aluminium', 4.7e-6, 50, 1e5, 6.1, 'Nightjar', 'general', 'demo'),
       ('blue', 'aluminium', 10e-6, 50, 1e5, 2.8, 'Nightjar', 'general', 'demo'),
         ('blue', 'bipolar', 4.7e-6, 50, 1e5, 6.0, null, null, 'demo'), ('blue', 'bipolar', 10e-6, 50, 1e5, 2.8, null, null, 'demo'),
       ('clip', 'aluminium', 100e-6, 16, 1e5, 0.33, 'Nightjar', 'general', 'demo')`,
  );
  await importFile(db, DEMO_SUPPLIER, "loom-and-ladder.csv", supplierFile(inventedCatalogue(SEED)));
}

/** Where the supplier of the demo is asked for stock and price; another one at every start. */
async function setSupplierAddress(db: Db, address: string): Promise<void> {
  await db.query("update supplier set address = $2 where name = $1", [DEMO_SUPPLIER, address]);
}

class JobSeeder {
  private clock: number;
  private lines = 0;
  private number = 0;
  private readonly truths = new Map<string, TrueState>();

  constructor(
    private readonly db: Db,
    private readonly demo: DemoJob,
    private readonly index: number,
    private readonly now: Date,
    private readonly random: () => number,
  ) {
    this.clock = now.getTime() - demo.daysAgo * 86_400_000;
  }

  async seed(): Promise<void> {
    const { demo, db } = this;
    const { id, number } = await insertJob(db, checkIn.parse({ ...DEFAULTS, ...demo.checkIn }));
    this.number = number;
    await db.query("update job set opened_at = $2 where id = $1", [id, new Date(this.clock)]);
    await insertJobEvent(db, id, "opened", {}, "demo");
    await addPositions(db, number, { kind: "list", text: demo.positions });
    for (const { from, offset, channel } of demo.counterparts)
      await addPositions(db, number, { kind: "counterparts", from: [...from], offset, channels: [channel] });
    for (const [i, r] of (demo.recordings ?? []).entries()) await seedRecording(db, id, r, SEED + 10 * this.index + i);
    const positions = await this.positions();
    const mains = demo.checkIn.supplyKind !== "none" && demo.checkIn.supplyKind !== "battery";
    if (mains && demo.measure.quick.length > 0 && !positions.some((p) => p.holdsCharge)) await this.override(id);
    for (const line of demo.before) await this.say(line);
    await this.measure(positions);
    // what happened last happened just now, so that running clocks still run when the demo is opened
    this.clock = Math.max(this.clock, this.now.getTime() - (demo.after.length + 1) * STEP_MS);
    if (demo.close) await this.fit();
    for (const line of demo.after) await this.say(line);
    if (!demo.close) await this.choose();
    if (demo.close) await closeJob(db, number, { version: (await this.view()).job.version, state: "closed", waiver: null });
  }

  private async view() {
    return loadJobView(this.db, (await findJob(this.db, this.number))!);
  }

  private async positions(): Promise<readonly PositionView[]> {
    return (await this.view()).positions;
  }

  private async override(jobId: number): Promise<void> {
    await this.db.query(`insert into safety_event (job_id, kind, reason, at, by) values ($1, 'override', $2, $3, 'demo')`, [
      jobId,
      "The boards are out of the unit; the supply stays unplugged in its own box.",
      new Date(this.clock),
    ]);
  }

  private async say(line: string): Promise<void> {
    this.clock += line === "wait" ? 65_000 : STEP_MS;
    if (line === "wait") return;
    const clientKey = v5(`${this.index}/${this.lines++}`, DEMO_NAMESPACE);
    await saveLine(
      this.db,
      this.number,
      { line, clientKey, current: null, meter: null, inCircuit: true, refersTo: null },
      new Date(this.clock),
    );
  }

  private async measure(positions: readonly PositionView[]): Promise<void> {
    const { quick, full } = this.demo.measure;
    const wanted = (list: readonly string[] | "all") => positions.filter((p) => list === "all" || list.includes(p.designator));
    for (const p of wanted(quick)) {
      const state = this.truth(p.designator);
      if (!isWetAluminium(p.technology)) {
        if (p.technology !== "tantalum") await this.say(`${p.designator} in pocket leak ol`);
        continue;
      }
      // neighbours on the rail take a little of it
      await this.say(`${p.designator} in blue esr ${this.esr(p, state, BLUE, 0.93)}`);
      if (this.random() < 0.8) await this.say(`${p.designator} in clip esr ${this.esr(p, state, CLIP, 0.93)}`);
    }
    for (const p of wanted(full)) {
      const state = this.truth(p.designator);
      if (state.open) {
        await this.say(`${p.designator} out blue esr ol`);
        await this.say(`${p.designator} out open`);
        continue;
      }
      const c = formatEngineering(readCapacitance(p, state, hertz(120), BRIDGE, this.random), "F")
        .replace(" µF", "u")
        .replace(" nF", "n")
        .replace(" pF", "p");
      if (!isWetAluminium(p.technology)) {
        await this.say(`${p.designator} out bridge ${c}`);
        continue;
      }
      await this.say(`${p.designator} out blue esr ${this.esr(p, state, BLUE, 1)}`);
      await this.say(`${p.designator} out bridge ${c}`);
      await this.say(`${p.designator} out pocket leak ol climbing`);
    }
  }

  private esr(p: CapacitorPart, state: TrueState, meter: SimulatedMeter, loading: number): string {
    const shown = readEsr(p, state, hertz(100_000), meter, this.random);
    return shown === "over" ? "ol" : String(Number((shown * loading).toPrecision(2)));
  }

  /** Drawn once a part: the same part reads alike in and out of circuit. */
  private truth(designator: string): TrueState {
    const known = this.truths.get(designator);
    if (known) return known;
    const fault: DemoFault = this.demo.faults[designator] ?? {};
    const drawn = {
      share: fault.share ?? normal(this.random, 0.96, 0.03),
      dryness: fault.dryness ?? Math.max(0.8, normal(this.random, 1.02, 0.06)),
      open: fault.open ?? false,
    };
    this.truths.set(designator, drawn);
    return drawn;
  }

  /** What was chosen is in before anything is heard of it. */
  private async fit(): Promise<void> {
    await this.choose();
    for (const p of await this.positions()) if (p.choice?.decision === "replace") await this.say(`${p.designator} fitted`);
  }

  private async choose(): Promise<void> {
    const { decide: wanted, leave = {} } = this.demo;
    for (const p of await this.positions()) {
      if (p.designator in leave) {
        await decideWithin(this.db, this.number, {
          positions: [{ designator: p.designator, follows: null }],
          decision: "leave",
          partId: null,
          reason: leave[p.designator]!,
        });
        continue;
      }
      const chosen = wanted === "all" ? isBad(p.verdict.state) : wanted.includes(p.designator);
      if (!chosen) continue;
      const { ranking } = await loadCandidates(this.db, this.number, p.designator);
      const best = ranking.shortList[0];
      if (!best) throw new Error(`the demo catalogue has nothing for ${p.designator} of job ${this.number}`);
      await decideWithin(this.db, this.number, {
        positions: [{ designator: p.designator, follows: null }],
        decision: "replace",
        partId: best.part.id,
        reason: null,
      });
    }
  }
}

if (process.argv[1]?.endsWith("seed.ts")) {
  await seedDemo(new Date());
  if (process.env.MIRVEK_SUPPLIER) await setSupplierAddress(pool(), process.env.MIRVEK_SUPPLIER);
  await pool().end();
}
