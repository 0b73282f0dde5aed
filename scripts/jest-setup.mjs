// jsdom leaves these out; the libraries of the screens want them.
import { TextDecoder, TextEncoder } from 'node:util'

globalThis.TextEncoder ??= TextEncoder
globalThis.TextDecoder ??= TextDecoder
globalThis.ResizeObserver ??= class {
  observe() {}
  unobserve() {}
  disconnect() {}
}

// What ids and tokens are made with.
process.env.EUDROMOS_SECRET ??= 'secret of the tests'
