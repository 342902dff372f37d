import type { Metadata } from "next";
import { AdjustStation } from "../../../../components/adjust/AdjustStation";

export const metadata: Metadata = { title: "Adjust" };

export default function SetPage() {
  return <AdjustStation />;
}
