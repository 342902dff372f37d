import "server-only";
import type { ShopConstants } from "@mirvek/core/knowledge";
import { z } from "zod";
import type { FigureEdit } from "../../schemas/jobView";
import type { Db } from "../db";
import { readRows } from "../rows";

// Figures of the trade that this shop sets otherwise. Rows are never changed: the latest of a figure counts, and every one before it stays.

const figureRow = z.object({
  id: z.number(),
  figure: z.string(),
  value: z.number().nullable(),
  note: z.string(),
  at: z.date(),
  by: z.string(),
});

/** Every change, oldest first. */
export async function listFigureChanges(db: Db): Promise<FigureEdit[]> {
  const { rows } = await db.query("select * from figure_change order by id");
  return readRows("figure_change", rows, (row) => {
    const { at, ...r } = figureRow.parse(row);
    return { ...r, at: at.getTime() };
  });
}

export const figuresOf = (changes: readonly FigureEdit[]): ShopConstants => Object.fromEntries(changes.map((c) => [c.figure, c.value]));

export async function insertFigureChange(
  db: Db,
  change: { figure: string; value: number | null; note: string },
  by: string,
): Promise<void> {
  await db.query("insert into figure_change (figure, value, note, by) values ($1, $2, $3, $4)", [
    change.figure,
    change.value,
    change.note,
    by,
  ]);
}
