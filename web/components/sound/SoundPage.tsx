"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import { useTheme } from "../shared/Providers";
import { useKeys } from "../shared/useKeys";
import { SoundDesk } from "./SoundDesk";
import styles from "./Sound.module.css";
import { soundWords } from "../../wording/screens/sound";

/** The same desk without a job: nothing is saved. */
export function SoundPage() {
  const router = useRouter();
  const { toggle } = useTheme();
  useKeys({ b: () => router.push("/"), d: toggle });
  return (
    <main className={styles.page}>
      <p>
        <Link prefetch={false} href="/">
          Bench
        </Link>
      </p>
      <h1>Analyse a recording</h1>
      <p className="muted">{soundWords.analysedBrowserOnlyNothing}</p>
      <SoundDesk shelf={null} job={null} />
    </main>
  );
}
