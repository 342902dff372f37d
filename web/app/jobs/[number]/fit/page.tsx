import type { Metadata } from "next";
import { FitStation } from "../../../../components/fit/FitStation";

export const metadata: Metadata = { title: "Fit" };

export default function FitPage() {
  return <FitStation />;
}
