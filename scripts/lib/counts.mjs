// Prints "passed failed" from a Vitest or Playwright JSON report. A report that is missing, or that ran nothing, is one failure.
import { readFileSync } from 'node:fs';
let passed = 0;
let failed = 0;
try {
  const report = JSON.parse(readFileSync(process.argv[2], 'utf8'));
  if (report.stats) {
    passed = report.stats.expected + report.stats.flaky;
    failed = report.stats.unexpected + (report.errors?.length ?? 0);
  } else {
    passed = report.numPassedTests;
    failed = report.numFailedTests + report.testResults.filter((r) => r.status === 'failed' && r.assertionResults.length === 0).length;
    if (!report.success && failed === 0) failed = 1;
  }
} catch {
  failed = 1;
}
if (passed + failed === 0) failed = 1;
console.log(passed, failed);
