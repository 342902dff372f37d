import "server-only";
import type { DrawerResistor } from "@mirvek/core/bringUp";
import type { ShopRules } from "@mirvek/core/choose";
import { celsius, hertz, ohms, volts, watts, type Volts } from "@mirvek/core/units";
import { z } from "zod";
import type { MeterView, ShopView } from "../../schemas/jobView";
import { together, type Db } from "../db";
import { counted, listNorms, listShelfRows } from "./shelf";
import { listLearned, listTableChanges } from "./tracing";

export interface Shop {
  name: string;
  currency: string;
  touchLimit: Volts;
  revision: number;
  bulgeDecides: boolean;
  mustClimb: boolean;
  rules: ShopRules;
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
  return {
    name: row.name,
    currency: row.currency,
    touchLimit: row.touch_limit_v,
    revision: row.revision,
    bulgeDecides: row.bulge_decides,
    mustClimb: row.must_climb,
    rules: {
      marginWet: row.margin_wet,
      marginTantalum: row.margin_tantalum,
      marginFilm: row.margin_film,
      highMains: row.high_mains,
      targetYears: row.target_years,
      hoursPerYear: row.hours_per_year,
      ambient: row.ambient_c,
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
  const { rows } = await db.query("select * from meter order by shows, name");
  return rows.map((row) => {
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
  const { rows } = await db.query("select ohms, rated_w, limit_v from drawer_resistor order by ohms, rated_w");
  return rows.map((row) => {
    const r = resistorRow.parse(row);
    return { value: r.ohms, rated: r.rated_w, limit: r.limit_v };
  });
}

/** Counts a write that every job is judged by. */
export async function bumpShop(db: Db): Promise<void> {
  await db.query("update shop set revision = revision + 1");
}

export async function setSchools(db: Db, bulgeDecides: boolean, mustClimb: boolean): Promise<void> {
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
  const { name, currency, touchLimit, bulgeDecides, mustClimb, revision } = shop;
  const counting = norms.filter((n) => !n.struck).map((n) => n.norm);
  return {
    revision,
    shop: {
      name,
      currency,
      touchLimit,
      bulgeDecides,
      mustClimb,
      meters,
      drawer,
      shelf: counted(shelf),
      norms: counting,
      tracing: { changes: edits.map(({ cell, value }) => ({ cell, value })), learned },
    },
  };
}
