import { traceJob, type Tracing } from "@mirvek/core/job";
import { useDeferredValue } from "react";
import type { JobView } from "../../schemas/jobView";
import { useJob } from "./JobProvider";

/** What was weighed of a view, once for every place that shows it. */
const weighed = new WeakMap<JobView, Tracing>();

/** Everything on record weighed: who is suspected, why, and what to do next. Never in the way of a key. */
export function useTracing(): Tracing {
  const view = useDeferredValue(useJob().view);
  const known = weighed.get(view);
  if (known) return known;
  const tracing = traceJob(view.job, view);
  weighed.set(view, tracing);
  return tracing;
}
