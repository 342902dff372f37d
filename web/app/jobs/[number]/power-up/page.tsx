import type { Metadata } from "next";
import { PowerUpStation } from "../../../../components/powerUp/PowerUpStation";

export const metadata: Metadata = { title: "Power up" };

export default function PowerUpPage() {
  return <PowerUpStation />;
}
