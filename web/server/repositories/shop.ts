import "server-only";
import { TECHNOLOGIES, type ShelfReading } from "@mirvek/core/capacitor";
import type { DrawerResistor } from "@mirvek/core/bringUp";
import type { ShopRules } from "@mirvek/core/choose";
import { celsius, farads, hertz, ohms, volts, watts, type Volts } from "@mirvek/core/units";
import type { ReadoutMeter } from "@mirvek/core/readout";
import { z } from "zod";
import type { Db } from "../db";

export interface Shop {
  name: string;
  currency: string;
  touchLimit: Volts;
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
});

export async function getShop(db: Db): Promise<Shop> {
  const { rows } = await db.query("select * from shop");
  const row = shopRow.parse(rows[0]);
  return {
    name: row.name,
    currency: row.currency,
    touchLimit: row.touch_limit_v,
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

export interface Meter extends ReadoutMeter {
  name: string;
}

const meterRow = z.object({
  id: z.string(),
  name: z.string(),
  word: z.string(),
  shows: z.enum(["esr", "capacitance", "ohmmeter", "volts"]),
  esr_at_hz: z.number().transform(hertz),
  capacitance_at_hz: z.number().transform(hertz).nullable(),
});

export async function listMeters(db: Db): Promise<Meter[]> {
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

const shelfRow = z.object({
  meter_id: z.string(),
  technology: z.enum(TECHNOLOGIES),
  nominal_f: z.number().transform(farads),
  rated_v: z.number().transform(volts),
  at_hz: z.number().transform(hertz),
  esr_ohms: z.number().transform(ohms),
});

/** Newest first, so that the latest reading of a kind is found first. */
export async function listShelf(db: Db): Promise<ShelfReading[]> {
  const { rows } = await db.query("select * from shelf_reading order by taken_at desc, id desc");
  return rows.map((row) => {
    const s = shelfRow.parse(row);
    return { meter: s.meter_id, technology: s.technology, nominal: s.nominal_f, rated: s.rated_v, at: s.at_hz, esr: s.esr_ohms };
  });
}

export async function insertShelfReading(db: Db, reading: ShelfReading, by: string): Promise<void> {
  await db.query(
    `insert into shelf_reading (meter_id, technology, nominal_f, rated_v, at_hz, esr_ohms, taken_by) values ($1, $2, $3, $4, $5, $6, $7)`,
    [reading.meter, reading.technology, reading.nominal, reading.rated, reading.at, reading.esr, by],
  );
}
