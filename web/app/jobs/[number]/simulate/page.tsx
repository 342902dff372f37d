import type { Metadata } from "next";
import { SimulateStation } from "../../../../components/simulate/SimulateStation";

export const metadata: Metadata = { title: "Simulate" };

export default function SimulatePage() {
  return <SimulateStation />;
}
