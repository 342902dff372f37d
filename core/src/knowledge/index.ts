export { memory, practice, type KnowledgeRow, type Source } from "./row";
export { ROWS, byId, figure, type FigureId } from "./rows";
export { DRY_TAN_D, ESR_NORMS, TAN_D, TAN_D_PER_1000_UF, type EsrNorm } from "./norms";
export { LENGTHS, LIMITS, within } from "./limits";
export { PATTERNS, PATTERN_IDS, patternsFor, type Pattern, type PatternId } from "./patterns";
export { PAIRED_KINDS, USUAL_DRAW, usualDraw, usualPoints, type UsualDraw, type UsualPoint } from "./usual";
export { HYPOTHESES, HYPOTHESIS_IDS, type HypothesisId, type HypothesisRow } from "./hypotheses";
export { BENCH_TESTS, INSTRUMENTS, RISKS, TEST_IDS, type BenchTest, type Instrument, type Risk, type TestId } from "./benchTests";
export { STARTER_TABLE, amendTable, cellRange, cellText, readCell, valueAt, type Cell, type TableChange, type TracingTable } from "./table";
