import type { Metadata } from "next";
import { AdjustStation } from "../../../../components/adjust/AdjustStation";

export const metadata: Metadata = { title: "Adjust" };

export default function AdjustPage() {
  return <AdjustStation />;
}
