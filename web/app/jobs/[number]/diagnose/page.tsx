import type { Metadata } from "next";
import { DiagnoseStation } from "../../../../components/diagnose/DiagnoseStation";

export const metadata: Metadata = { title: "Diagnose" };

export default function DiagnosePage() {
  return <DiagnoseStation />;
}
