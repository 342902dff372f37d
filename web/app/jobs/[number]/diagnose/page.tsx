import type { Metadata } from "next";
import { TraceStation } from "../../../../components/diagnose/TraceStation";

export const metadata: Metadata = { title: "Diagnose" };

export default function TracePage() {
  return <TraceStation />;
}
