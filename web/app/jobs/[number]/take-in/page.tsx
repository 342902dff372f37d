import type { Metadata } from "next";
import { TakeInStation } from "../../../../components/checkIn/TakeInStation";

export const metadata: Metadata = { title: "Take in" };

export default function TakeInPage() {
  return <TakeInStation />;
}
