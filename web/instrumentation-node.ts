import { runtime } from './server/runtime/runtime.ts'

/** Starts what a web process has at work, and ends its streams when the process is told to stop. */
export async function begin(): Promise<void> {
  // The framework would go on without, and answer every request with an error for as long as the process lives.
  const running = await runtime().catch((error: unknown) => {
    console.error('The web process cannot start:', error)
    return process.exit(1)
  })
  for (const signal of ['SIGTERM', 'SIGINT'] as const)
    process.once(signal, () => {
      void running.close().finally(() => setTimeout(() => process.exit(0), 200).unref())
    })
}
