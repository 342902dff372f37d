import type { Metadata } from "next";
import { LookStation } from "../../../../components/inspect/LookStation";

export const metadata: Metadata = { title: "Inspect" };

export default function LookPage() {
  return <LookStation />;
}
