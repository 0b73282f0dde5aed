// Who is in, and who is not: shifts, what is planned within them, absences and holidays, by person and day.
// Imports plan, hours.
export {
  aloneMs,
  Rota,
  standingAt,
  type Away,
  type DayOff,
  type Duty,
  type Pause,
  type RotaDay,
  type RotaPerson,
  type RotaPlan,
  type Standing,
} from './rota.ts'
