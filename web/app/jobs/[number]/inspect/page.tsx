import type { Metadata } from "next";
import { InspectStation } from "../../../../components/inspect/InspectStation";

export const metadata: Metadata = { title: "Inspect" };

export default function InspectPage() {
  return <InspectStation />;
}
