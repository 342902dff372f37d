import type { Metadata } from "next";
import { TakeInStation } from "../../../../components/checkIn/TakeInStation";

export const metadata: Metadata = { title: "Check in" };

export default function TakeInPage() {
  return <TakeInStation />;
}
