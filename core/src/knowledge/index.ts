export { memory, practice, type KnowledgeRow, type Source } from "./row";
export { ROWS, byId, figure, figureRange } from "./rows";
export { STANDARD_CONSTANTS, type ShopConstants } from "./own";
export { CHOOSING_RULES, weightId, weightOf, type ChoosingRule, type ChoosingRuleId, type RuleIdOf } from "./choosing";
export { DRY_TAN_D, ESR_NORMS, TAN_D, TAN_D_PER_1000_UF, type EsrNorm } from "./norms";
export { LENGTHS, LIMITS, MAX_POSITIONS, within } from "./limits";
export { patternsFor, type PatternId } from "./patterns";
export { PAIRED_KINDS, usualDraw, usualPoints, type UsualPoint } from "./usual";
export { HYPOTHESES, HYPOTHESIS_IDS, type HypothesisId, type HypothesisRow } from "./hypotheses";
export { BENCH_TESTS, INSTRUMENTS, TEST_IDS, type BenchTest, type Instrument, type Risk, type TestId } from "./benchTests";
export {
  STARTER_TABLE,
  amendTable,
  cellRange,
  cellText,
  readCell,
  valueAt,
  type Cell,
  type TableChange,
  type DiagnosisTable,
} from "./table";
