"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import { useTheme } from "../shared/Providers";
import { useKeys } from "../shared/useKeys";
import styles from "./ShopPage.module.css";

const PAGES = [
  { key: "b", path: "/", name: "Bench" },
  { key: "s", path: "/shop", name: "Reference values" },
  { key: "t", path: "/shop/diagnosis", name: "Diagnosis" },
  { key: "m", path: "/shop/settings", name: "Meters and settings" },
  { key: "c", path: "/shop/choosing", name: "Selection rules" },
  { key: "k", path: "/shop/catalogue", name: "Catalogue" },
  { key: "o", path: "/shop/order", name: "Order and stock" },
] as const;
type ShopPath = (typeof PAGES)[number]["path"];

/** The pages of the shop, each by one key. */
export function ShopNav({ here }: { here: ShopPath }) {
  const router = useRouter();
  const { toggle } = useTheme();
  useKeys({ ...Object.fromEntries(PAGES.map((p) => [p.key, () => router.push(p.path)])), d: toggle });
  return (
    <nav className={styles.nav} aria-label="Shop">
      {PAGES.map((p) => (
        <Link key={p.path} prefetch={false} href={p.path} aria-current={p.path === here ? "page" : undefined}>
          {p.name} <kbd>{p.key}</kbd>
        </Link>
      ))}
    </nav>
  );
}
