import type pg from "pg";

// What the application may do to each table. Whoever owns the database migrates it; the application connects as a role that may look
// at everything, add, and change only what is meant to change. It can neither empty a table nor switch off a trigger.

interface Right {
  insert?: true;
  delete?: true;
  /** columns that may be changed */
  update?: readonly string[];
}

const ADD: Right = { insert: true };
const LOOK: Right = {};

const RIGHTS: Readonly<Record<string, Right>> = {
  readout_line: ADD,
  reading: ADD,
  point_reading: ADD,
  observation: ADD,
  photo: { insert: true, update: ["about", "moment", "struck_at"] },
  sound_piece: { insert: true, delete: true },
  recording: { insert: true, update: ["name", "moment", "played", "shows", "struck_at"] },
  safety_event: ADD,
  line_withdrawal: ADD,
  choice: ADD,
  job_event: ADD,
  circuit_note: ADD,
  across_note: ADD,
  working_note: ADD,
  fitting: ADD,
  shelf_reading: ADD,
  shelf_strike: ADD,
  shop_norm: ADD,
  norm_mark: ADD,
  table_change: ADD,
  shown_cause: ADD,
  learning_begun: ADD,
  job: {
    insert: true,
    update: [
      "version",
      "revision",
      "title",
      "unit_kind",
      "supply_kind",
      "mains_hz",
      "mains_v",
      "age_years",
      "channels",
      "owner",
      "complaint",
      "faulty_channel",
      "earlier_repairs",
      "value_policy",
      "tantalum_approach",
      "scope_approach",
      "sides_approach",
      "first_power_approach",
      "state",
      "waiver",
      "waived",
      "closed_at",
    ],
  },
  job_finding: { insert: true, delete: true },
  position: {
    insert: true,
    update: [
      "version",
      "section",
      "channel",
      "counterpart_group",
      "role",
      "technology",
      "nominal_f",
      "rated_v",
      "tolerance_minus",
      "tolerance_plus",
      "temperature_c",
      "diameter_mm",
      "height_mm",
      "max_diameter_mm",
      "max_height_mm",
      "pitch_mm",
      "mounting",
      "working_v",
      "largest_f",
      "following_ohms",
      "original_esr_ohms",
      "esr_least_ohms",
      "esr_most_ohms",
      "pulse_v_us",
      "audio_v",
      "holds_charge",
      "retired_at",
    ],
  },
  shop: {
    update: [
      "revision",
      "bulge_decides",
      "must_climb",
      "name",
      "currency",
      "touch_limit_v",
      "margin_wet",
      "margin_tantalum",
      "margin_film",
      "high_mains",
      "target_years",
      "hours_per_year",
      "ambient_c",
      "value_policy",
      "tantalum_approach",
      "scope_approach",
      "sides_approach",
      "first_power_approach",
    ],
  },
  meter: {
    insert: true,
    update: ["name", "word", "shows", "esr_at_hz", "capacitance_at_hz", "end_ohms", "lead_ohms", "checked_on", "retired_at"],
  },
  drawer_resistor: { insert: true, update: ["limit_v", "retired_at"] },
  supplier: { insert: true, update: ["address"] },
  part: {
    insert: true,
    update: [
      "series",
      "grade",
      "technology",
      "nominal_f",
      "tolerance_minus",
      "tolerance_plus",
      "rated_v",
      "ac_v",
      "safety",
      "temperature_c",
      "diameter_mm",
      "height_mm",
      "pitch_mm",
      "mounting",
      "esr_ohms",
      "esr_at_hz",
      "ripple_a",
      "ripple_at_hz",
      "pulse_v_us",
      "life_hours",
      "price_cents",
      "stock",
      "withdrawn_at",
      "asked_at",
    ],
  },
  part_offer: ADD,
  file_mapping: ADD,
  catalogue_import: { insert: true, update: ["ended_at", "outcome"] },
  import_piece: { insert: true, delete: true },
  stock_move: ADD,
  choice_part: ADD,
  figure_change: ADD,
  schema_migration: LOOK,
};

/** Gives a role what the application needs and nothing else. @throws Error where a table has no rights written down */
export async function grantRights(client: pg.ClientBase, role: string): Promise<void> {
  const { rows } = await client.query<{ tablename: string }>("select tablename from pg_tables where schemaname = 'public' order by 1");
  const unsaid = rows.map((r) => r.tablename).filter((t) => !(t in RIGHTS));
  if (unsaid.length > 0) throw new Error(`no rights are written down for ${unsaid.join(", ")}`);
  const to = client.escapeIdentifier(role);
  await client.query(`revoke all on all tables in schema public from ${to}`);
  await client.query(`grant usage on schema public to ${to}`);
  await client.query(`grant select on all tables in schema public to ${to}`);
  for (const [table, right] of Object.entries(RIGHTS)) {
    if (right.insert) await client.query(`grant insert on ${table} to ${to}`);
    if (right.delete) await client.query(`grant delete on ${table} to ${to}`);
    if (right.update) await client.query(`grant update (${right.update.join(", ")}) on ${table} to ${to}`);
  }
}
