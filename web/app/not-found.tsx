import Link from "next/link";
import { appWords } from "../wording/screens/app";

export default function NotFound() {
  return (
    <main style={{ maxWidth: 560, margin: "18vh auto", padding: 20 }}>
      <h1>No such job</h1>
      <p style={{ margin: "10px 0" }}>{appWords.shopHasNoJob}</p>
      <Link prefetch={false} href="/">
        {appWords.backBench}
      </Link>
    </main>
  );
}
