import type { Metadata } from "next";
import { FinalTestStation } from "../../../../components/finalTest/FinalTestStation";

export const metadata: Metadata = { title: "Final test" };

export default function FinalTestPage() {
  return <FinalTestStation />;
}
