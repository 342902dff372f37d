import type { Metadata } from "next";
import { LookStation } from "../../../../components/look/LookStation";

export const metadata: Metadata = { title: "Look" };

export default function LookPage() {
  return <LookStation />;
}
