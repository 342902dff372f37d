import "server-only";
import type { ShopTables } from "../schemas/jobView";
import type { ShopEdit } from "../schemas/shop";
import { benchName } from "./bench";
import { together, type Db } from "./db";
import { refuseMissing } from "./refusal";
import { insertNorm, listNorms, listShelfRows, markNorm, normView, strikeShelf } from "./repositories/shelf";
import { beginLearning, insertTableChange, listLearned, listTableChanges } from "./repositories/tracing";
import { bumpShop, getShop, listMeters, setSchools } from "./repositories/shop";

/** What the shop holds readings against, as its page shows it. */
export async function loadShopTables(db: Db): Promise<ShopTables> {
  const [shelf, norms, shop, meters, edits, learned] = await together(db, [
    () => listShelfRows(db),
    () => listNorms(db),
    () => getShop(db),
    () => listMeters(db),
    () => listTableChanges(db),
    () => listLearned(db),
  ]);
  return { shelf, norms: norms.map(normView), bulgeDecides: shop.bulgeDecides, mustClimb: shop.mustClimb, meters, edits, learned };
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
    case "schools":
      return setSchools(db, edit.bulgeDecides, edit.mustClimb);
  }
}
