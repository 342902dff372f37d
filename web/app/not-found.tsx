import Link from "next/link";

export default function NotFound() {
  return (
    <main style={{ maxWidth: 560, margin: "18vh auto", padding: 20 }}>
      <h1>No such job</h1>
      <p style={{ margin: "10px 0" }}>This shop has no job with that number.</p>
      <Link prefetch={false} href="/">
        Back to the bench
      </Link>
    </main>
  );
}
