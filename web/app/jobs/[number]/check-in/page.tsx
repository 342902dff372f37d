import type { Metadata } from "next";
import { CheckInStation } from "../../../../components/checkIn/CheckInStation";

export const metadata: Metadata = { title: "Check in" };

export default function CheckInPage() {
  return <CheckInStation />;
}
