import type { Metadata } from "next";
import { SetStation } from "../../../../components/after/SetStation";

export const metadata: Metadata = { title: "Adjust" };

export default function SetPage() {
  return <SetStation />;
}
