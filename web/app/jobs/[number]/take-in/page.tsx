import type { Metadata } from "next";
import { TakeInStation } from "../../../../components/takeIn/TakeInStation";

export const metadata: Metadata = { title: "Take in" };

export default function TakeInPage() {
  return <TakeInStation />;
}
