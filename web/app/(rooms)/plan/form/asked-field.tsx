'use client'
import CloseIcon from '@mui/icons-material/Close'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import type { PlanDocument, SkillId } from '@eudromos/core/plan'
import { demand as t } from '../../../../messages/skills.ts'

type Asked = PlanDocument['queues'][number]['requirements']

interface AskedFieldProps {
  readonly value: Asked
  readonly skills: PlanDocument['skills']
  readonly mayEdit: boolean
  readonly fault?: string
  readonly onChange: (asked: Asked) => void
  /** Another skill is asked for in place of one. */
  readonly onRenamed?: (from: string, to: string) => void
  readonly onTakenOff?: (skillId: SkillId) => void
}

const levels = [1, 2, 3, 4, 5]

/** The skills asked for, each with its levels. */
export function AskedField({ value, skills, mayEdit, fault, onChange, onRenamed, onTakenOff }: AskedFieldProps) {
  const named = (id: string): string => skills.find((one) => one.id === id)?.name ?? id
  const free = skills.filter(({ id }) => !value.some(({ skillId }) => skillId === id))
  const first = free[0]?.id
  return (
    <>
      {value.length === 0 && <Typography variant="body2">{t.none}</Typography>}
      {value.map(({ skillId, least, most }, n) => {
        const change = (part: Partial<Asked[number]>): void =>
          onChange(value.map((one, k) => (k === n ? { ...one, ...part } : one)))
        return (
          <Box
            key={skillId}
            sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr 1fr', sm: '2fr 1fr 1fr 40px' }, gap: 1 }}
          >
            <TextField
              select
              label={t.skill}
              value={skillId}
              disabled={!mayEdit}
              onChange={({ target }) => {
                onRenamed?.(skillId, target.value)
                change({ skillId: target.value as SkillId })
              }}
            >
              {skills
                .filter(({ id }) => id === skillId || free.some((one) => one.id === id))
                .map(({ id, name }) => (
                  <MenuItem key={id} value={id}>
                    {name}
                  </MenuItem>
                ))}
              {named(skillId) === skillId && <MenuItem value={skillId}>{skillId}</MenuItem>}
            </TextField>
            <Level label={t.least} value={least} disabled={!mayEdit} onChange={(level) => change({ least: level })} />
            <Level
              label={t.most}
              value={most}
              disabled={!mayEdit}
              highest={t.anyLevel}
              onChange={(level) => change({ most: level })}
            />
            {mayEdit && (
              <IconButton
                aria-label={t.takeOff(named(skillId))}
                size="small"
                onClick={() => {
                  onTakenOff?.(skillId)
                  onChange(value.filter((one) => one.skillId !== skillId))
                }}
              >
                <CloseIcon fontSize="small" />
              </IconButton>
            )}
          </Box>
        )
      })}
      {fault !== undefined && (
        <Typography variant="body2" color="error">
          {fault}
        </Typography>
      )}
      {mayEdit && first !== undefined && (
        <Button
          sx={{ justifySelf: 'start' }}
          onClick={() => onChange([...value, { skillId: first, least: 1, most: 5 }])}
        >
          {t.ask}
        </Button>
      )}
    </>
  )
}

interface LevelProps {
  readonly label: string
  readonly value: number
  readonly disabled: boolean
  /** How the highest level is called, where it stands for "any". */
  readonly highest?: string
  readonly onChange: (level: number) => void
}

function Level({ label, value, disabled, highest, onChange }: LevelProps) {
  return (
    <TextField
      select
      label={label}
      value={value}
      disabled={disabled}
      onChange={({ target }) => onChange(Number(target.value))}
    >
      {(value === 0 ? [0, ...levels] : levels).map((level) => (
        <MenuItem key={level} value={level}>
          {level === 5 && highest !== undefined ? highest : t.levels[level]}
        </MenuItem>
      ))}
    </TextField>
  )
}
