// What a fault of the program took out of the centre.
import { fill, words } from './words.ts'

export const takenOut = words({
  title: 'Taken out by a fault',
  interaction: (customer: string, queue: string, time: string) =>
    fill(
      'A fault in Eudromos ended the conversation of {customer} in {queue} at {time}. Everything else goes on. Please get in touch with them, and report the fault with the router’s log.',
      { customer: customer || fill('a customer'), queue, time },
    ),
  deadline: (time: string) =>
    fill(
      'A fault in Eudromos kept something from happening by itself at {time}: publish the plan again so that it is tried again, and report the fault with the router’s log.',
      { time },
    ),
  record: 'Open record',
  close: 'Dismiss',
})
