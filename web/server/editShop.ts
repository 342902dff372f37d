import "server-only";
import type { ShopTables } from "../schemas/jobView";
import type { ShopEdit } from "../schemas/shop";
import { benchName } from "./bench";
import { together, type Db } from "./db";
import { refuseMissing } from "./refusal";
import { insertNorm, listNorms, listShelfRows, markNorm, normView, strikeShelf } from "./repositories/shelf";
import { beginLearning, insertTableChange, listLearned, listTableChanges } from "./repositories/diagnosisTable";
import { insertFigureChange, listFigureChanges } from "./repositories/figures";
import {
  bumpShop,
  getSettings,
  getShop,
  insertResistor,
  listDrawerRows,
  listMeterRows,
  listMeters,
  retireMeter,
  retireResistor,
  setApproaches,
  setSettings,
  upsertMeter,
} from "./repositories/shop";

/** What the shop holds readings against, as its page shows it. */
export async function loadShopTables(db: Db): Promise<ShopTables> {
  const [shelf, norms, shop, meters, edits, learned, figures, settings, meterRows, drawer] = await together(db, [
    () => listShelfRows(db),
    () => listNorms(db),
    () => getShop(db),
    () => listMeters(db),
    () => listTableChanges(db),
    () => listLearned(db),
    () => listFigureChanges(db),
    () => getSettings(db),
    () => listMeterRows(db),
    () => listDrawerRows(db),
  ]);
  return {
    shelf,
    norms: norms.map(normView),
    bulgeDecides: shop.bulgeDecides,
    mustClimb: shop.mustClimb,
    meters,
    edits,
    learned,
    figures,
    settings,
    meterRows,
    drawer,
  };
}

/** One change of what the shop judges by; every job is judged by it from then on. */
export async function editShop(db: Db, edit: ShopEdit): Promise<void> {
  await bumpShop(db);
  const by = benchName();
  switch (edit.kind) {
    case "strikeShelf":
      if (!(await strikeShelf(db, edit.id, by))) throw refuseMissing();
      return;
    case "markNorm":
      if (!(await listNorms(db)).some((n) => n.norm.id === edit.norm)) throw refuseMissing();
      return markNorm(db, edit.norm, edit.struck, by);
    case "addNorm":
      return insertNorm(db, edit.norm, by);
    case "table":
      return insertTableChange(db, edit, by);
    case "learnAnew":
      return beginLearning(db, by);
    case "figure":
      return insertFigureChange(db, edit, by);
    case "settings":
      return setSettings(db, edit.settings);
    case "meter":
      return upsertMeter(db, edit.meter);
    case "retireMeter":
      if (!(await retireMeter(db, edit.id))) throw refuseMissing();
      return;
    case "resistor":
      return insertResistor(db, edit);
    case "retireResistor":
      if (!(await retireResistor(db, edit.id))) throw refuseMissing();
      return;
    case "approaches":
      return setApproaches(db, edit.bulgeDecides, edit.mustClimb);
  }
}
