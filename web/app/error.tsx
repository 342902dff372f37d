"use client";

import { Button } from "antd";
import { appWords } from "../wording/screens/app";

export default function ErrorPage({ reset }: { error: Error; reset: () => void }) {
  return (
    <main style={{ maxWidth: 560, margin: "18vh auto", padding: 20 }}>
      <h1>{appWords.databaseDoesNotAnswer}</h1>
      <p style={{ margin: "10px 0 18px" }}>{appWords.pageCouldNotBe}</p>
      <Button type="primary" onClick={() => (reset(), window.location.reload())}>
        Try again
      </Button>
    </main>
  );
}
