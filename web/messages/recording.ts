// Recording: in the plan, at the seat, at the customer's telephone, and in records.
export const recording = {
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
  refused: (name: string) => `${name} does not want to be recorded. Nothing is.`,
  off: 'Not recorded',
  paused: 'Recording is paused: nothing of this is kept.',
  announced: (name: string) => `${name} hears the announcement first.`,
  // At the telephone.
  refuse: 'Do not record me',
  isRefused: 'You are not recorded.',
  // In a record.
  recordings: 'Recording',
  load: 'Listen to the recording',
  loading: 'The recording is being fetched…',
  noted: 'That you listen is noted.',
  none: 'There is nothing in it.',
  play: 'Play',
  stop: 'Pause',
  speed: 'Speed',
  at: (clock: string, whole: string) => `${clock} of ${whole}`,
  place: 'Place in the recording',
  gap: (why: 'paused' | 'lost', clock: string) =>
    why === 'paused' ? `${clock} not recorded: the agent had paused` : `${clock} not recorded: the sound was cut off`,
  gone: 'It was kept for its time and is gone.',
  heardBy: (names: readonly string[]) => `Listened to by ${new Intl.ListFormat('en').format(names)}.`,
} as const
