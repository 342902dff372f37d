import fc, { type RunDetails } from "fast-check";

// A property that fails says its seed and path, with which it is looked at by hand: making the example smaller can take longer than
// anybody waits. On a stalled machine it ends after a minute with what was tried until then, if that was enough to mean something.

/** Of a property that runs out of time at least so many runs, or all it has, must have passed. */
const MIN_RUNS = 10;

/** Throws where a property failed, or ended before enough of its runs were made. */
export function report<T>(run: RunDetails<T>): void {
  if (run.failed) throw new Error(fc.defaultReportMessage(run), { cause: run.errorInstance });
  const wanted = Math.min(MIN_RUNS, run.runConfiguration.numRuns ?? MIN_RUNS);
  if (run.interrupted && run.numRuns < wanted)
    throw new Error(`The property ran out of time after ${run.numRuns} runs; at least ${wanted} are needed to say that it holds.`);
}

fc.configureGlobal({
  ...fc.readConfigureGlobal(),
  endOnFailure: true,
  interruptAfterTimeLimit: 60_000,
  reporter: report as (run: RunDetails<unknown>) => void,
});
