import type { Metadata } from "next";
import { ComponentMapSheet } from "../../../../components/choose/ComponentMapSheet";

export const metadata: Metadata = { title: "Component map" };

export default function ComponentMapPage() {
  return <ComponentMapSheet />;
}
