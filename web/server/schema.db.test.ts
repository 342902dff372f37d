import {
  BOUNDS,
  CONDITIONS,
  EVIDENCE,
  OBSERVATION_KINDS,
  OHMMETER_TRENDS,
  SAID_WORDS,
  SUBJECT_KINDS,
  VISUAL_SIGNS,
} from "@mirvek/core/evidence";
import { ROLES, TECHNOLOGIES } from "@mirvek/core/part";
import { SCENARIO_IDS } from "@mirvek/core/scenarios";
import { GRADES, SAFETY_CLASSES, SIDES, TANTALUM_APPROACHES, VALUE_POLICIES } from "@mirvek/core/choose";
import { FINDING_TOKENS, SCOPES, SUPPLY_KINDS, UNIT_KINDS } from "@mirvek/core/device";
import { JOB_STATES } from "@mirvek/core/job";
import { MOUNTINGS, VOLTS_FORMS } from "@mirvek/core/entry";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { FIRST_POWER } from "../schemas/job";
import { pool } from "./db";
import { migrate } from "./migrate";
import { freshDatabase } from "./testing/database";

beforeAll(freshDatabase);
afterAll(() => pool().end());

test.each([
  ["technology", TECHNOLOGIES],
  ["scenario", SCENARIO_IDS],
  ["mounting", MOUNTINGS],
  ["safety_class", SAFETY_CLASSES],
  ["grade", GRADES],
  ["unit_kind", UNIT_KINDS],
  ["supply_kind", SUPPLY_KINDS],
  ["job_state", JOB_STATES],
  ["finding", FINDING_TOKENS],
  ["role", ROLES],
  ["value_policy", VALUE_POLICIES],
  ["tantalum_approach", TANTALUM_APPROACHES],
  ["scope_approach", SCOPES],
  ["sides_approach", SIDES],
  ["first_power_approach", FIRST_POWER],
  ["visual_sign", VISUAL_SIGNS],
  ["ohmmeter_trend", OHMMETER_TRENDS],
  ["part_condition", CONDITIONS],
  ["reading_kind", [...EVIDENCE.keys()]],
  ["said_word", SAID_WORDS],
  ["reading_bound", BOUNDS],
  ["volts_form", VOLTS_FORMS],
  ["observation_kind", OBSERVATION_KINDS],
  ["subject_kind", SUBJECT_KINDS],
])("the database's %s has the words of the core", async (type, words) => {
  const { rows } = await pool().query(`select unnest(enum_range(null::${type}))::text as word`);
  expect(rows.map((r: { word: string }) => r.word).sort()).toEqual([...words].sort());
});

test("migrating again changes nothing", async () => {
  await expect(migrate(process.env.DATABASE_URL!)).resolves.toBeNull();
});

describe("a wrong row is impossible", () => {
  const job = `insert into job (number, title, unit_kind, supply_kind, mains_hz, mains_v) values`;
  beforeAll(async () => {
    await pool().query(`${job} (1, 'Test unit', 'mixer', 'linear', 50, 230), (2, 'Other unit', 'mixer', 'battery', null, null)`);
    await pool().query(
      `insert into position (job_id, designator, section, role, technology, nominal_f, rated_v, tolerance_minus, tolerance_plus)
       values (1, 'C1', 'S', 'decoupler', 'aluminium', 1e-4, 25, 0.2, 0.2), (2, 'C9', 'S', 'decoupler', 'aluminium', 1e-4, 25, 0.2, 0.2)`,
    );
    await pool().query(
      `insert into readout_line (job_id, client_key, typed, entered_by) values (1, gen_random_uuid(), 'C1 esr 1', 'test')`,
    );
  });
  const reading =
    `insert into reading (job_id, line_id, position_id, kind, in_circuit, significant, value, over_range, at_hz, ` + `trend, sign) values`;

  test.each([
    ["a job on the mains without its frequency", `${job} (3, 'X', 'mixer', 'linear', null, 230)`, "23514"],
    ["the same job number twice", `${job} (1, 'X', 'mixer', 'battery', null, null)`, "23505"],
    ["a job without a name", `${job} (4, '  ', 'mixer', 'battery', null, null)`, "23514"],
    ["a closed job without a date", `update job set state = 'closed' where number = 1`, "23514"],
    ["a touch limit above ES1", `update shop set touch_limit_v = 90`, "23514"],
    [
      "a designator twice on a job",
      `insert into position (job_id, designator, section, role, technology, nominal_f, rated_v, tolerance_minus, ` +
        `tolerance_plus) values (1, 'C1', 'S', 'coupling', 'film', 1e-6, 63, 0.1, 0.1)`,
      "23505",
    ],
    ["a reading on another job's position", `${reading} (1, 1, 2, 'esr', true, 2, 1, false, 1e5, null, null)`, "23503"],
    ["a negative ESR", `${reading} (1, 1, 1, 'esr', true, 2, -1, false, 1e5, null, null)`, "23514"],
    ["an ESR that is no number", `${reading} (1, 1, 1, 'esr', true, 2, 'NaN', false, 1e5, null, null)`, "23514"],
    ["an ESR both over-range and with a value", `${reading} (1, 1, 1, 'esr', true, 2, 1, true, 1e5, null, null)`, "23514"],
    ["an ESR without frequency", `${reading} (1, 1, 1, 'esr', true, 2, 1, false, null, null, null)`, "23514"],
    ["a capacitance of 1e30 F", `${reading} (1, 1, 1, 'capacitance', true, 2, 1e30, false, 120, null, null)`, "23514"],
    ["a word with a figure", `${reading} (1, 1, 1, 'word', true, 2, 1, false, null, null, null)`, "23514"],
    [
      "a norm that fails before it is worn",
      `insert into shop_norm (nominal_from_f, nominal_to_f, typical_ohms, worn_over_ohms, failed_over_ohms, by) values ` +
        `(1e-5, 1e-5, 1, 2, 2, 'x')`,
      "23514",
    ],
    [
      "a fitting of another job's position",
      `insert into fitting (job_id, position_id, line_id, technology, nominal_f, rated_v, tolerance_minus, ` +
        `tolerance_plus, by) values (1, 2, 1, 'film', 1e-6, 63, 0.1, 0.1, 'x')`,
      "23503",
    ],
    ["a bulged ESR", `${reading} (1, 1, 1, 'esr', true, 2, 1, false, 1e5, null, 'bulged')`, "23514"],
    ["an override without a reason", `insert into safety_event (job_id, kind, by) values (1, 'override', 'x')`, "23514"],
    ["a residual without volts", `insert into safety_event (job_id, kind, position_id, by) values (1, 'residual', 1, 'x')`, "23514"],
    [
      "a replacement without a part",
      `insert into choice (job_id, position_id, decision, verdict, by) values (1, 1, 'replace', 'failed', 'x')`,
      "23514",
    ],
    [
      "leaving a part without saying why",
      `insert into choice (job_id, position_id, decision, verdict, by) values (1, 1, 'leave', 'failed', 'x')`,
      "23514",
    ],
  ])("%s", async (_, sql, state) => {
    await expect(pool().query(sql)).rejects.toMatchObject({ code: state });
  });

  test.each(["readout_line", "reading", "safety_event", "choice", "job_event", "point_reading", "circuit_note", "across_note", "fitting"])(
    "%s is append-only",
    async (table) => {
      await pool().query(`insert into safety_event (job_id, kind, by) values (1, 'powerOff', 'x')`);
      await pool().query(`insert into job_event (job_id, kind, by) values (1, 'note', 'x')`);
      await pool().query(`insert into circuit_note (job_id, scenario, settings, binding, by) values (1, 'supply', '{}', '{}', 'x')`);
      await pool().query(`${reading} (1, 1, 1, 'esr', true, 2, 1, false, 1e5, null, null)`);
      await pool().query(`insert into point_reading (job_id, line_id, point, volts, form, significant) values (1, 1, 'rail', 5, 'dc', 1)`);
      await pool().query(`insert into across_note (job_id, position_id, designators, by) values (1, 1, '{}', 'x')`);
      await pool().query(
        `insert into fitting (job_id, position_id, line_id, technology, nominal_f, rated_v, tolerance_minus, tolerance_plus, by)
         values (1, 1, 1, 'aluminium', 1e-4, 25, 0.2, 0.2, 'x')`,
      );
      await pool().query(
        `insert into choice (job_id, position_id, decision, reason, verdict, by) select 1, 1, 'leave', 'test', 'worn', ` +
          `'x' where not exists (select 1 from choice)`,
      );
      const { rows } = await pool().query(`select count(*)::int as n from ${table}`);
      expect(rows[0].n, "an empty table would refuse nothing").toBeGreaterThan(0);
      await expect(pool().query(`update ${table} set job_id = job_id`)).rejects.toMatchObject({ code: "23001" });
      await expect(pool().query(`delete from ${table}`)).rejects.toMatchObject({ code: "23001" });
      await expect(pool().query(`truncate ${table} cascade`)).rejects.toMatchObject({ code: "23001" });
    },
  );
});
