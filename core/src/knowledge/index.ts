export { memory, practice, type KnowledgeRow, type Source } from "./row";
export { ROWS, byId, figure, type FigureId } from "./rows";
export { DRY_TAN_D, ESR_NORMS, TAN_D, TAN_D_PER_1000_UF, type EsrNorm } from "./norms";
export { LENGTHS, LIMITS, within } from "./limits";
export {
  PAIRED_KINDS,
  PATTERNS,
  PATTERN_IDS,
  USUAL_DRAW,
  patternsFor,
  usualDraw,
  usualPoints,
  type Pattern,
  type PatternId,
  type UsualDraw,
  type UsualPoint,
} from "./usual";
