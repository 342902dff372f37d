import type { Command } from "../command";
import { fail, keeps } from "../parsed";
import { readPointsLine } from "../reader/pointsLine";

/** `points rails +35 -35, bulk 325`: what several points should read, as a drawing or a sticker says it. */
export const points: Command = {
  name: "points",
  understand(line, _context, typed) {
    if (line[0]!.word !== "points") return null;
    const named = readPointsLine(typed.trim().slice("points".length));
    return named.length > 0 ? keeps(...named) : fail({ code: "expectUnclear", token: typed });
  },
  examples: [{ line: "points rails +35 -35, bulk 325", says: "what several points should read" }],
};
