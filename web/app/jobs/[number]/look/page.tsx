import type { Metadata } from "next";
import { LookStation } from "../../../../components/inspect/LookStation";

export const metadata: Metadata = { title: "Look" };

export default function LookPage() {
  return <LookStation />;
}
