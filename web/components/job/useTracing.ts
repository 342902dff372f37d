import { traceJob, type Tracing } from "@mirvek/core/job";
import { useDeferredValue, useMemo } from "react";
import { useJob } from "./JobProvider";

/** Everything on record weighed: who is suspected, why, and what to do next. Never in the way of a key. */
export function useTracing(): Tracing {
  const view = useDeferredValue(useJob().view);
  return useMemo(() => traceJob(view.job, view), [view]);
}
