import type { Metadata } from "next";
import { SoundPage } from "../../components/sound/SoundPage";

export const metadata: Metadata = { title: "Sound" };

export default function Sound() {
  return <SoundPage />;
}
