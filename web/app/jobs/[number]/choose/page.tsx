import type { Metadata } from "next";
import { ChooseStation } from "../../../../components/choose/ChooseStation";

export const metadata: Metadata = { title: "Choose parts" };

export default function ChoosePage() {
  return <ChooseStation />;
}
