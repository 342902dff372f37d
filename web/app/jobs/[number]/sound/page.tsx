import type { Metadata } from "next";
import { SoundStation } from "../../../../components/sound/SoundStation";

export const metadata: Metadata = { title: "Sound" };

export default function SoundPage() {
  return <SoundStation />;
}
