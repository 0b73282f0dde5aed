// What a fault of the program took out of the centre.
export const takenOut = {
  title: 'Taken out by a fault',
  interaction: (customer: string, queue: string, time: string) =>
    `A fault in Eudromos ended the conversation of ${customer || 'a customer'} in ${queue} at ${time}. Everything else goes on. Please get in touch with them, and report the fault with the router’s log.`,
  deadline: (time: string) =>
    `A fault in Eudromos kept something from happening by itself at ${time}: publish the plan again so that it is tried again, and report the fault with the router’s log.`,
  record: 'Open record',
  close: 'Dismiss',
}
