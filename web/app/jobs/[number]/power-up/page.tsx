import type { Metadata } from "next";
import { BringUpStation } from "../../../../components/after/BringUpStation";

export const metadata: Metadata = { title: "Power up" };

export default function BringUpPage() {
  return <BringUpStation />;
}
