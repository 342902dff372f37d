import "server-only";
import { z } from "zod";
import type { MoveView } from "../../schemas/jobView";
import type { Db } from "../db";
import { readRows } from "../rows";

// What lies in the shop's drawers and what is on its way, as a ledger: ordered, delivered, counted anew, taken. What a job fitted from a
// catalogue part is taken by its fitting, so that undoing the line puts it back.

const STOCK_KINDS = ["ordered", "delivered", "counted", "taken"] as const;
type StockKind = (typeof STOCK_KINDS)[number];

interface StockMove {
  partId: number;
  kind: StockKind;
  count: number;
  lot: string | null;
  note: string;
}

export async function insertMove(db: Db, m: StockMove, by: string): Promise<void> {
  await db.query("insert into stock_move (part_id, kind, count, lot, note, by) values ($1, $2, $3, $4, $5, $6)", [
    m.partId,
    m.kind,
    m.count,
    m.lot,
    m.note,
    by,
  ]);
}

const held = z.object({ part_id: z.number(), here: z.number(), coming: z.number(), lot: z.string().nullable() });

export interface Held {
  /** in the drawer now */
  here: number;
  /** ordered and not delivered */
  coming: number;
  /** of the last delivery that named one */
  lot: string | null;
}

/**
 * What is held of every part that ever moved. A count sets what is here; deliveries and what was taken or fitted since then count on from
 * it.
 */
export async function listHeld(db: Db): Promise<Map<number, Held>> {
  const { rows } = await db.query(
    `with counted as (select distinct on (part_id) part_id, count, at from stock_move where kind = 'counted' order by part_id, id desc),
     moved as (select part_id, kind, count, at from stock_move where kind <> 'counted'
       union all select f.part_id, 'fitted', 1, l.entered_at from fitting f join readout_line l on l.id = f.line_id
         where f.part_id is not null and not exists (select 1 from line_withdrawal w where w.line_id = f.line_id)
       union all select unnest(f.set_parts), 'fitted', 1, l.entered_at from fitting f join readout_line l on l.id = f.line_id
         where not exists (select 1 from line_withdrawal w where w.line_id = f.line_id)),
     parts as (select part_id from stock_move group by part_id)
     select p.part_id,
       (coalesce(max(c.count), 0) + coalesce(sum(case when c.at is not null and m.at <= c.at then 0 when m.kind = 'delivered' then m.count
         when m.kind in ('taken', 'fitted') then -m.count else 0 end), 0))::int as here,
       greatest(0, coalesce(sum(m.count) filter (where m.kind = 'ordered'),
         0) - coalesce(sum(m.count) filter (where m.kind = 'delivered'), 0))::int as coming,
       (select lot from stock_move s where s.part_id = p.part_id and s.lot is not null order by s.id desc limit 1) as lot
     from parts p left join counted c on c.part_id = p.part_id left join moved m on m.part_id = p.part_id group by p.part_id`,
  );
  return new Map(
    readRows("stock_move", rows, (row) => {
      const { part_id, ...h } = held.parse(row);
      return [part_id, { ...h, here: Math.max(0, h.here) }] as const;
    }),
  );
}

const moveRow = z.object({
  id: z.number(),
  part_id: z.number(),
  code: z.string(),
  kind: z.enum(STOCK_KINDS),
  count: z.number(),
  lot: z.string().nullable(),
  note: z.string(),
  at: z.date(),
  by: z.string(),
});

/** The latest moves, newest first. */
export async function listMoves(db: Db): Promise<MoveView[]> {
  const { rows } = await db.query("select m.*, p.code from stock_move m join part p on p.id = m.part_id order by m.id desc limit 30");
  return readRows("stock_move", rows, (row) => {
    const { part_id, at, ...m } = moveRow.parse(row);
    return { ...m, partId: part_id, at: at.getTime() };
  });
}
