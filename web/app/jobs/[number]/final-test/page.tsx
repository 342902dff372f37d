import type { Metadata } from "next";
import { ProveStation } from "../../../../components/after/ProveStation";

export const metadata: Metadata = { title: "Final test" };

export default function ProvePage() {
  return <ProveStation />;
}
