// Recording: in the plan, at the seat, at the customer's telephone, and in records.
import { fill, words } from './words.ts'

export const recording = words({
  policy: 'Recording of calls',
  policies: { never: 'never', always: 'always', byAgent: 'when the agent says so' },
  announcement: 'Announcement before connecting',
  announcementHelp: 'Played and shown to callers first, such as “This call is recorded”. Empty: none.',
  days: 'Recordings are kept, days',
  // At the seat.
  runs: 'Recording',
  pause: 'Pause recording',
  goOn: 'Record again',
  begin: 'Record',
  end: 'Stop recording',
  refused: (name: string) => fill('{name} does not want to be recorded.', { name }),
  off: 'Not recorded',
  paused: 'Recording is paused: nothing of this is kept.',
  announced: (name: string) => fill('{name} hears the announcement first.', { name }),
  // In a record.
  recordings: 'Recording',
  load: 'Listen to the recording',
  loading: 'The recording is being fetched…',
  noted: 'Your listening is recorded.',
  none: 'There is nothing in it.',
  play: 'Play',
  stop: 'Pause',
  speed: 'Speed',
  at: (clock: string, whole: string) => fill('{clock} of {whole}', { clock, whole }),
  place: 'Place in the recording',
  gaps: {
    paused: (clock: string) => fill('{clock} not recorded: the agent had paused', { clock }),
    lost: (clock: string) => fill('{clock} not recorded: the sound was cut off', { clock }),
    toCustomer: (clock: string) =>
      fill('{clock} not recorded: the agent’s page was gone; what follows was recorded at the customer’s end', {
        clock,
      }),
    toAgent: (clock: string) => fill('{clock} not recorded: the agent’s page was back, and recorded again', { clock }),
  },
  mark: 'Mark this place',
  markNote: 'What is there',
  marks: 'Marks',
  keepMark: 'Keep the mark',
  cancel: 'Cancel',
  goTo: (clock: string, note: string) => fill('Go to {clock}: {note}', { clock, note }),
  unmark: (note: string) => fill('Remove the mark: {note}', { note }),
  gone: 'Its retention time is over; it has been deleted.',
  heardBy: (names: readonly string[]) =>
    fill('Listened to by {names}.', { names: new Intl.ListFormat('en').format(names) }),
} as const)
