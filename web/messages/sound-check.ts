// Before calls: whether microphone, speaker and notifications work in this browser.
import { words } from './words.ts'

export const soundCheck = words({
  strip: 'Calls will come to you: see first that your microphone and your speaker work.',
  open: 'Check sound',
  title: 'Microphone, speaker, notifications',
  microphone: 'Microphone',
  hearing: 'Say something: the bar moves.',
  level: 'How loud you are',
  heard: 'Your microphone works.',
  none: 'No microphone is available. Allow it in the browser, next to the address; without it callers hear a tone.',
  speaker: 'Speaker',
  speakerHelp: 'Play a tone. If you do not hear it, look at the volume and at which device the browser plays to.',
  play: 'Play a tone',
  hears: 'I hear it',
  heardTone: 'You hear it.',
  notifications: 'Notifications',
  states: {
    granted: 'On: a call is shown while this tab is hidden.',
    denied: 'Off in the browser. Allow them next to the address to be shown a call while this tab is hidden.',
    default: 'Not asked yet: a call is shown while this tab is hidden only where you allow it.',
    none: 'This browser has none.',
  },
  allow: 'Allow',
  done: 'Done',
} as const)
