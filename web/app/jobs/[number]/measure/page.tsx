import type { Metadata } from "next";
import { MeasureStation } from "../../../../components/measure/MeasureStation";

export const metadata: Metadata = { title: "Measure" };

export default function MeasurePage() {
  return <MeasureStation />;
}
