/** What an agent wants of the recording of a call: that it runs, that it does not, or what the queue says. */
export type RecordingChoice = 'on' | 'off' | ''
