// Invented customers and what they and simulated agents say. Nobody here exists.
import { pick } from './random.ts'

const firstNames = [
  'Ilse',
  'Tomas',
  'Marta',
  'Owen',
  'Sunniva',
  'Rafael',
  'Greta',
  'Piet',
  'Amara',
  'Lorcan',
  'Noemi',
  'Hugo',
  'Saskia',
  'Idris',
  'Clara',
  'Bastian',
  'Mirela',
  'Anders',
  'Odile',
  'Farid',
  'Esme',
  'Jonas',
  'Leonor',
  'Magnus',
  'Thea',
]
const lastNames = [
  'Varga',
  'Reyne',
  'Quill',
  'Ashdown',
  'Bexley',
  'Corvo',
  'Dunmore',
  'Eklund',
  'Fairlie',
  'Gough',
  'Halloran',
  'Ibsen',
  'Jardine',
  'Kestrel',
  'Lomas',
  'Merrow',
  'Nairn',
  'Orme',
  'Pascoe',
  'Rudd',
  'Selkirk',
  'Thorne',
  'Upton',
  'Vance',
]
const openings = [
  'Is the 14:10 to Vellan still running?',
  'Our 10:30 crossing is cancelled. Can we go on the next one?',
  'How early do we have to be at the quay with a car?',
  'I would like to move my booking to Sunday.',
  'Is there a cabin left for four on tonight’s sailing?',
  'My van is 2.35 m high with the roof box. Which deck is that?',
  'We travel with a wheelchair. Who helps us on board?',
  'I left a blue rucksack in the forward lounge yesterday.',
  'Can I take a dog on the morning boat?',
  'The confirmation says Port Ansel, but I booked from Vellan.',
  'Does the storm warning change anything for tomorrow?',
  'Which papers do you need for a trailer?',
]
const customerWords = [
  'Thank you, that helps.',
  'And what does that cost?',
  'One moment, I am asking my family.',
  'Yes, please do that.',
  'The number is SK-4821.',
  'No, the later one would be better.',
  'Will I get that in writing?',
  'All right.',
]
const agentWords = [
  'Let me look at that for you.',
  'I have the booking here. It is the 13:10, is that right?',
  'That is possible, and there is no charge for it.',
  'You will have the confirmation by mail in a minute.',
  'Please be at the quay 45 minutes before departure.',
  'I have made a note of it for the crew.',
  'Is there anything else I can do?',
]

export const customerName = (random: () => number): string => `${pick(random, firstNames)} ${pick(random, lastNames)}`
export const opening = (random: () => number): string => pick(random, openings)
export const customerWord = (random: () => number): string => pick(random, customerWords)
export const agentWord = (random: () => number): string => pick(random, agentWords)
