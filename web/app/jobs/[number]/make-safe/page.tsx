import type { Metadata } from "next";
import { MakeSafeStation } from "../../../../components/makeSafe/MakeSafeStation";

export const metadata: Metadata = { title: "Make safe" };

export default function MakeSafePage() {
  return <MakeSafeStation />;
}
