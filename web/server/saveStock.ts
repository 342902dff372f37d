import "server-only";
import { ohms } from "@mirvek/core/units";
import type { StockPost } from "../schemas/shop";
import { benchName } from "./bench";
import type { Db } from "./db";
import { refuseMissing } from "./refusal";
import { listParts } from "./repositories/parts";
import { insertShelfReading } from "./repositories/shelf";
import { bumpShop, listMeters } from "./repositories/shop";
import { insertMove } from "./repositories/stock";

/** Books a move of parts, and puts the one of a delivery that was measured onto the reference shelf. */
export async function saveStock(db: Db, post: StockPost): Promise<void> {
  const [part] = await listParts(db, [post.partId]);
  if (!part) throw refuseMissing();
  await insertMove(db, post, benchName());
  if (post.sample) {
    const meter = (await listMeters(db)).find((m) => m.id === post.sample!.meter);
    if (!meter) throw refuseMissing();
    await insertShelfReading(db, { ...part, meter: meter.id, at: meter.esrAt, esr: ohms(post.sample.esr) }, null, benchName());
    // a part on the shelf is what others are compared with; a move of stock changes no verdict
    await bumpShop(db);
  }
}
