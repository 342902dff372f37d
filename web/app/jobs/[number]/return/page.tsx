import type { Metadata } from "next";
import { HandBackStation } from "../../../../components/report/HandBackStation";

export const metadata: Metadata = { title: "Return" };

export default function HandBackPage() {
  return <HandBackStation />;
}
