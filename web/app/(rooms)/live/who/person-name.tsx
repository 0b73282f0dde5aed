'use client'
import type { PersonId } from '@eudromos/core/plan'
import ButtonBase from '@mui/material/ButtonBase'
import type { PersonView } from '../../../../view/view.ts'

/** The person's name, which opens their shift and absences. */
export const PersonName = ({ person, onPerson }: { person: PersonView; onPerson: (personId: PersonId) => void }) => (
  <ButtonBase
    onClick={() => onPerson(person.id)}
    aria-haspopup="dialog"
    title={person.name}
    sx={{
      font: 'inherit',
      minHeight: 26,
      maxWidth: '100%',
      display: 'block',
      textAlign: 'left',
      overflow: 'hidden',
      textOverflow: 'ellipsis',
      whiteSpace: 'nowrap',
      borderRadius: 0.5,
      '&:hover': { textDecoration: 'underline' },
    }}
  >
    {person.name}
  </ButtonBase>
)
