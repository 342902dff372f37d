import type { Metadata } from "next";
import { RoadMapSheet } from "../../../../components/choose/RoadMapSheet";

export const metadata: Metadata = { title: "Component map" };

export default function RoadMapPage() {
  return <RoadMapSheet />;
}
