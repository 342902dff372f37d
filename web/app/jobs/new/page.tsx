import type { Metadata } from "next";
import { NewJob } from "../../../components/takeIn/NewJob";

export const metadata: Metadata = { title: "Take in a unit" };

export default function NewJobPage() {
  return <NewJob />;
}
