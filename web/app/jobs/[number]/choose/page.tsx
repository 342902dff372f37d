import type { Metadata } from "next";
import { ChooseStation } from "../../../../components/choose/ChooseStation";

export const metadata: Metadata = { title: "Choose" };

export default function ChoosePage() {
  return <ChooseStation />;
}
