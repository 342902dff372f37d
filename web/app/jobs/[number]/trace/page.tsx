import type { Metadata } from "next";
import { TraceStation } from "../../../../components/trace/TraceStation";

export const metadata: Metadata = { title: "Trace" };

export default function TracePage() {
  return <TraceStation />;
}
