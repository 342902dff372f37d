import { pool, transaction } from "../server/db";
import { saveStock } from "../server/saveStock";
import { loadOrderView } from "../server/orders";

// The whole shop's order over 2,000 open jobs of 20 positions each, two parts chosen in every tenth: asked at once, while the jobs are
// looked through beside it, and again when they have been. Fills the database it is given.

const JOBS = 2000;
const PER_JOB = 20;
const ROUNDS = 15;

async function fill(): Promise<void> {
  await pool().query(
    `with made as (
       insert into job (number, title, unit_kind, supply_kind, mains_hz, mains_v, complaint)
       select 5000 + g, 'Open unit ' || g, 'receiver', 'linear', 50, 230, 'hums' from generate_series(1, $1::int) g returning id, number),
     placed as (
       insert into position (job_id, designator, section, role, technology, nominal_f, rated_v, tolerance_minus,
         tolerance_plus, holds_charge)
       select m.id, 'C' || k, 'Board', (case when k < 3 then 'reservoir' else 'decoupler' end)::role, 'aluminium',
         case when k < 3 then 4.7e-3 else 1e-4 end, case when k < 3 then 50 else 16 end, 0.2, 0.2, k < 3
       from made m, generate_series(1, $2::int) k returning id, job_id, designator)
     insert into readout_line (job_id, client_key, typed, entered_by) select job_id, gen_random_uuid(),
       designator || ' esr 9.1', 'bench' from placed`,
    [JOBS, PER_JOB],
  );
  await pool().query(
    `insert into reading (job_id, line_id, position_id, kind, in_circuit, meter_id, value, at_hz, significant, taken_at)
     select l.job_id, l.id, p.id, 'esr', true, (select min(id) from meter), 9.1, 100000, 2, now()
     from readout_line l join position p on p.job_id = l.job_id and l.typed = p.designator || ' esr 9.1'
     join job j on j.id = l.job_id where j.number > 5000`,
  );
  await pool().query(
    `insert into choice (job_id, position_id, decision, part_id, verdict, by)
     select p.job_id, p.id, 'replace', (select min(id) from part), 'failed', 'bench' from position p join job j on j.id = p.job_id
     where j.number > 5000 and j.number % 10 = 0 and p.designator in ('C1', 'C2')`,
  );
}

async function main(): Promise<void> {
  if ((await pool().query("select 1 from choice c join job j on j.id = c.job_id where j.number > 5000 limit 1")).rowCount === 0)
    await fill();
  const asked = async () => {
    const began = performance.now();
    const { left, lines } = await loadOrderView(pool());
    return { ms: performance.now() - began, left, lines: lines.length };
  };
  const first = await asked();
  const began = performance.now();
  const meanwhile: number[] = [];
  for (let left = first.left; left > 0; await new Promise((r) => setTimeout(r, 500))) {
    const one = await asked();
    meanwhile.push(one.ms);
    left = one.left;
  }
  const took = (performance.now() - began) / 1000;
  const after: number[] = [];
  for (let i = 0; i < ROUNDS; i++) after.push((await asked()).ms);
  const [{ id }] = (await pool().query("select min(id)::int as id from part")).rows as [{ id: number }];
  const booked = performance.now();
  await transaction((db) => saveStock(db, { partId: id, kind: "counted", count: 3, lot: null, note: "", sample: null }));
  await asked();
  const stock = performance.now() - booked;
  const middle = (of: number[]) => of.toSorted((a, b) => a - b)[Math.floor(of.length / 2)]!.toFixed(0);
  console.log(
    `order over ${JOBS} open jobs: first ${first.ms.toFixed(0)} ms, while they are looked through p50 ` +
      `${middle(meanwhile)} and most ${Math.max(...meanwhile).toFixed(0)} ms (${took.toFixed(0)} s in all), after p50 ` +
      `${middle(after)} ms; a stock move and the order after it ${stock.toFixed(0)} ms`,
  );
  await pool().end();
}
void main();
