// A thread does not inherit how TypeScript is read.
import { register } from 'tsx/esm/api'

register()
await import('./tasks.ts')
