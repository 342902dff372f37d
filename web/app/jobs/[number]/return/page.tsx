import type { Metadata } from "next";
import { ReturnStation } from "../../../../components/report/ReturnStation";

export const metadata: Metadata = { title: "Return" };

export default function ReturnPage() {
  return <ReturnStation />;
}
