import type { ReachBar } from '../view/reach.ts'
import { callbacks as t } from './callbacks.ts'

export function reachBarText(bar: ReachBar, name: string): string {
  switch (bar.code) {
    case 'blocked':
      return t.blocked(name, bar.until)
    case 'doNotContact':
      return t.doNotContact(name)
    case 'noConsent':
      return t.noConsent(name)
    case 'stopped':
      return t.stoppedTexts
    case 'quiet':
      return t.quiet(bar.local, bar.from, bar.to)
  }
}
