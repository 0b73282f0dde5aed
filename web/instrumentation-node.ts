import { runtime } from './server/runtime/runtime.ts'

/** Starts what a web process has at work, and ends its streams when the process is told to stop. */
export async function begin(): Promise<void> {
  const running = await runtime()
  for (const signal of ['SIGTERM', 'SIGINT'] as const)
    process.once(signal, () => {
      void running.close().finally(() => setTimeout(() => process.exit(0), 200).unref())
    })
}
