"use client";

import { Button } from "antd";

export default function ErrorPage({ reset }: { error: Error; reset: () => void }) {
  return (
    <main style={{ maxWidth: 560, margin: "18vh auto", padding: 20 }}>
      <h1>The database does not answer</h1>
      <p style={{ margin: "10px 0 18px" }}>
        The page could not be loaded. Nothing that was saved is lost; lines typed meanwhile wait in this browser.
      </p>
      <Button type="primary" onClick={() => (reset(), window.location.reload())}>
        Try again
      </Button>
    </main>
  );
}
