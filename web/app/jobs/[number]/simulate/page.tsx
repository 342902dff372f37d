import type { Metadata } from "next";
import { ExplainStation } from "../../../../components/explain/ExplainStation";

export const metadata: Metadata = { title: "Simulate" };

export default function ExplainPage() {
  return <ExplainStation />;
}
