import "server-only";
import { SHOP_TIME_ZONE } from "../timeZone";
import { readRows } from "../rows";
import type { DrawerResistor } from "@mirvek/core/safety";
import type { ShopConstants } from "@mirvek/core/knowledge";
import { SIDES, TANTALUM_APPROACHES, VALUE_POLICIES, type ShopRules } from "@mirvek/core/choose";
import { SCOPES } from "@mirvek/core/device";
import { celsius, hertz, ohms, volts, watts, type Volts } from "@mirvek/core/units";
import { z } from "zod";
import { FIRST_POWER } from "../../schemas/job";
import type { MeterPost, ShopSettings } from "../../schemas/shop";
import type { DrawerRow, MeterView, ShopView } from "../../schemas/jobView";
import { together, type Db } from "../db";
import { figuresOf, listFigureChanges } from "./figures";
import { counted, listNorms, listShelfRows } from "./shelf";
import { listLearned, listTableChanges } from "./diagnosisTable";

export interface Shop {
  name: string;
  currency: string;
  touchLimit: Volts;
  revision: number;
  bulgeDecides: boolean;
  mustClimb: boolean;
  rules: ShopRules;
  /** figures of the trade it sets otherwise */
  constants: ShopConstants;
}

const shopRow = z.object({
  name: z.string(),
  currency: z.string(),
  touch_limit_v: z.number().transform(volts),
  margin_wet: z.number(),
  margin_tantalum: z.number(),
  margin_film: z.number(),
  high_mains: z.number(),
  target_years: z.number(),
  hours_per_year: z.number(),
  ambient_c: z.number().transform(celsius),
  revision: z.number(),
  bulge_decides: z.boolean(),
  must_climb: z.boolean(),
});

export async function getShop(db: Db): Promise<Shop> {
  const { rows } = await db.query("select * from shop");
  const row = shopRow.parse(rows[0]);
  const constants = figuresOf(await listFigureChanges(db));
  return {
    name: row.name,
    currency: row.currency,
    touchLimit: row.touch_limit_v,
    revision: row.revision,
    bulgeDecides: row.bulge_decides,
    mustClimb: row.must_climb,
    constants,
    rules: {
      marginWet: row.margin_wet,
      marginTantalum: row.margin_tantalum,
      marginFilm: row.margin_film,
      highMains: row.high_mains,
      targetYears: row.target_years,
      hoursPerYear: row.hours_per_year,
      ambient: row.ambient_c,
      constants,
    },
  };
}

const meterRow = z.object({
  id: z.string(),
  name: z.string(),
  word: z.string(),
  shows: z.enum(["esr", "capacitance", "ohmmeter", "volts"]),
  esr_at_hz: z.number().transform(hertz),
  capacitance_at_hz: z.number().transform(hertz).nullable(),
});

export async function listMeters(db: Db): Promise<MeterView[]> {
  const { rows } = await db.query("select * from meter where retired_at is null order by shows, name");
  return readRows("meter", rows, (row) => {
    const { esr_at_hz, capacitance_at_hz, ...meter } = meterRow.parse(row);
    return { ...meter, esrAt: esr_at_hz, capacitanceAt: capacitance_at_hz ?? "dc" };
  });
}

const resistorRow = z.object({
  ohms: z.number().transform(ohms),
  rated_w: z.number().transform(watts),
  limit_v: z.number().transform(volts),
});

export async function listDrawer(db: Db): Promise<DrawerResistor[]> {
  const { rows } = await db.query("select ohms, rated_w, limit_v from drawer_resistor where retired_at is null order by ohms, rated_w");
  return readRows("drawer_resistor", rows, (row) => {
    const r = resistorRow.parse(row);
    return { value: r.ohms, rated: r.rated_w, limit: r.limit_v };
  });
}

/** Counts a write that every job is judged by. */
export async function bumpShop(db: Db): Promise<void> {
  await db.query("update shop set revision = revision + 1");
}

export async function setApproaches(db: Db, bulgeDecides: boolean, mustClimb: boolean): Promise<void> {
  await db.query("update shop set bulge_decides = $1, must_climb = $2", [bulgeDecides, mustClimb]);
}

/** Everything a job needs of its shop, and the shop's revision. */
export async function getShopView(db: Db): Promise<{ shop: ShopView; revision: number }> {
  const [shop, meters, drawer, shelf, norms, edits, learned] = await together(db, [
    () => getShop(db),
    () => listMeters(db),
    () => listDrawer(db),
    () => listShelfRows(db),
    () => listNorms(db),
    () => listTableChanges(db),
    () => listLearned(db),
  ]);
  const { name, currency, touchLimit, bulgeDecides, mustClimb, revision, constants } = shop;
  const counting = norms.filter((n) => !n.struck).map((n) => n.norm);
  return {
    revision,
    shop: {
      name,
      currency,
      timeZone: SHOP_TIME_ZONE,
      touchLimit,
      bulgeDecides,
      mustClimb,
      meters,
      drawer,
      shelf: counted(shelf),
      norms: counting,
      diagnosis: { changes: edits.map(({ cell, value }) => ({ cell, value })), learned },
      constants,
    },
  };
}

const settingsRow = shopRow.extend({
  value_policy: z.enum(VALUE_POLICIES),
  tantalum_approach: z.enum(TANTALUM_APPROACHES),
  scope_approach: z.enum(SCOPES),
  sides_approach: z.enum(SIDES),
  first_power_approach: z.enum(FIRST_POWER),
});

/** What a shop sets once for all its jobs, and what new jobs begin with. */
export async function getSettings(db: Db): Promise<ShopSettings> {
  const { rows } = await db.query("select * from shop");
  const r = settingsRow.parse(rows[0]);
  return {
    name: r.name,
    currency: r.currency,
    touchLimit: r.touch_limit_v,
    marginWet: r.margin_wet,
    marginTantalum: r.margin_tantalum,
    marginFilm: r.margin_film,
    highMains: r.high_mains,
    targetYears: r.target_years,
    hoursPerYear: r.hours_per_year,
    ambient: r.ambient_c,
    valuePolicy: r.value_policy,
    tantalumApproach: r.tantalum_approach,
    scopeApproach: r.scope_approach,
    sidesApproach: r.sides_approach,
    firstPowerApproach: r.first_power_approach,
  };
}

export async function setSettings(db: Db, s: ShopSettings): Promise<void> {
  await db.query(
    `update shop set name = $1, currency = $2, touch_limit_v = $3, margin_wet = $4, margin_tantalum = $5, margin_film = $6, high_mains = $7,
       target_years = $8, hours_per_year = $9, ambient_c = $10, value_policy = $11, tantalum_approach = $12,
         scope_approach = $13, sides_approach = $14,
       first_power_approach = $15`,
    [
      s.name,
      s.currency,
      s.touchLimit,
      s.marginWet,
      s.marginTantalum,
      s.marginFilm,
      s.highMains,
      s.targetYears,
      s.hoursPerYear,
      s.ambient,
      s.valuePolicy,
      s.tantalumApproach,
      s.scopeApproach,
      s.sidesApproach,
      s.firstPowerApproach,
    ],
  );
}

const meterFull = meterRow.extend({ end_ohms: z.number().nullable(), lead_ohms: z.number().nullable(), checked_on: z.string().nullable() });

/** Meters in use with all that is written down of them. */
export async function listMeterRows(db: Db): Promise<MeterPost[]> {
  const { rows } = await db.query("select *, checked_on::text from meter where retired_at is null order by shows, name");
  return readRows("meter", rows, (row) => {
    const m = meterFull.parse(row);
    return {
      id: m.id,
      name: m.name,
      word: m.word,
      shows: m.shows,
      esrAt: m.esr_at_hz,
      capacitanceAt: m.capacitance_at_hz,
      endOhms: m.end_ohms,
      leadOhms: m.lead_ohms,
      checkedOn: m.checked_on,
    };
  });
}

/** Writes a meter down, or over the one of that id. */
export async function upsertMeter(db: Db, m: MeterPost): Promise<void> {
  await db.query(
    `insert into meter (id, name, word, shows, esr_at_hz, capacitance_at_hz, end_ohms, lead_ohms, checked_on) values ($1,
      $2, $3, $4, $5, $6, $7, $8, $9)
     on conflict (id) do update set (name, word, shows, esr_at_hz, capacitance_at_hz, end_ohms, lead_ohms, checked_on,
       retired_at) = ($2, $3, $4, $5, $6, $7, $8, $9, null)`,
    [m.id, m.name, m.word, m.shows, m.esrAt, m.capacitanceAt, m.endOhms, m.leadOhms, m.checkedOn],
  );
}

/** Readings of a meter stay; it is only no longer offered. @returns whether there was one */
export async function retireMeter(db: Db, id: string): Promise<boolean> {
  const { rowCount } = await db.query("update meter set retired_at = clock_timestamp() where id = $1 and retired_at is null", [id]);
  return rowCount === 1;
}

export async function listDrawerRows(db: Db): Promise<DrawerRow[]> {
  const { rows } = await db.query("select id, ohms, rated_w, limit_v from drawer_resistor where retired_at is null order by ohms, rated_w");
  return readRows("drawer_resistor", rows, (row) => {
    const r = resistorRow.extend({ id: z.number() }).parse(row);
    return { id: r.id, ohms: r.ohms, rated: r.rated_w, limit: r.limit_v };
  });
}

export async function insertResistor(db: Db, r: Omit<DrawerRow, "id">): Promise<void> {
  await db.query(
    `insert into drawer_resistor (ohms, rated_w, limit_v) values ($1, $2, $3)
     on conflict (ohms, rated_w) do update set limit_v = $3, retired_at = null`,
    [r.ohms, r.rated, r.limit],
  );
}

export async function retireResistor(db: Db, id: number): Promise<boolean> {
  const { rowCount } = await db.query("update drawer_resistor set retired_at = clock_timestamp() where id = $1 and retired_at is null", [
    id,
  ]);
  return rowCount === 1;
}
