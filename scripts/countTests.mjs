// Adds up the test reports of one run and prints the closing line: "N passed, N failed".
// usage: node scripts/countTests.mjs FAILED_STEPS vitest.json … playwright.json
import { readFileSync } from "node:fs";

const [failedSteps, ...files] = process.argv.slice(2);
let passed = 0;
let failed = 0;
for (const file of files) {
  let report;
  try {
    report = JSON.parse(readFileSync(file, "utf8"));
  } catch {
    failed += 1; // a suite that left no report did not run
    continue;
  }
  if (report.stats) {
    passed += report.stats.expected + report.stats.flaky;
    failed += report.stats.unexpected;
    if (report.stats.flaky > 0) console.log(`${report.stats.flaky} needed a second try`);
  } else {
    passed += report.numPassedTests;
    failed += report.numFailedTests + report.testResults.filter((r) => r.status === "failed" && r.assertionResults.length === 0).length;
  }
}
// a step that failed without a failing test (lint, types, build) counts once
const total = Math.max(failed, Number(failedSteps));
console.log(`${passed} passed, ${total} failed`);
process.exit(total > 0 || passed === 0 ? 1 : 0);
