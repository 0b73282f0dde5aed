// What agents can do, and what is asked of them. Imports nothing.
export {
  demanded,
  gapOf,
  levelsOf,
  meets,
  relaxedAt,
  type Holding,
  type Relaxation,
  type Requirement,
} from './skills.ts'
