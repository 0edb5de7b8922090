import type { Reporter, TestCase, TestResult } from '@playwright/test/reporter'

/** Names the tests that took longest, at the end of a run. */
export default class Slowest implements Reporter {
  private readonly took: [number, string][] = []

  onTestEnd(test: TestCase, result: TestResult): void {
    this.took.push([result.duration, test.titlePath().slice(-2).join(' › ')])
  }

  onEnd(): void {
    this.took.sort(([a], [b]) => b - a)
    console.log('\nSlowest in the browser:')
    for (const [ms, name] of this.took.slice(0, 5)) console.log(`  ${(ms / 1000).toFixed(1)} s  ${name}`)
  }

  printsToStdio(): boolean {
    return false
  }
}
