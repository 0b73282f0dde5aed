// Simulated services around the centre: they speak only the public gateway routes. Imports nothing of the project.
export { Carrier, GatewayError, type News } from './carrier.ts'
export { agentWord, customerName, customerWord } from './made-up.ts'
export { moodNames, moods, openingOf, type Mood, type MoodName } from './moods.ts'
export { phones } from './numbers.ts'
export { between, nextGapSeconds, pick, seeded } from './random.ts'
export { signed } from './signing.ts'
export { readSettings, usualTraffic } from './settings.ts'
export { Traffic, type TrafficReport, type TrafficSettings } from './traffic.ts'
