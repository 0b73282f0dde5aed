'use client'
import type { PersonId } from '@eudromos/core/plan'
import Autocomplete from '@mui/material/Autocomplete'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import type { Span } from '@eudromos/core/hours'
import { aloneMs } from '@eudromos/core/rota'
import { fewOptions } from '../../../../components/few-options.ts'
import { lengthText } from '../../../../components/format.ts'
import { queueName } from '../../../../components/frame/headline.tsx'
import { useNotice } from '../../../../components/frame/notice.tsx'
import { PersonTimes } from '../../../../components/rota/person-times.tsx'
import { SidePanel } from '../../../../components/side-panel.tsx'
import { useLiveStore } from '../../../../components/stream/context.tsx'
import { sendCommand } from '../../../../components/stream/send.ts'
import { en } from '../../../../messages/en.ts'
import type { PersonView, View } from '../../../../view/view.ts'
import type { Board } from './who-data.ts'

const t = en.rota

interface AbsencePanelProps {
  /** Null: shut. An id of nobody: who it is about is to be chosen. */
  readonly personId: PersonId | null
  readonly board: Board
  readonly view: View
  readonly now: number
  readonly mayEnter: boolean
  readonly onPerson: (personId: PersonId) => void
  readonly onClose: () => void
}

/** One person's shift and absences, and what a new absence would leave undone. */
export function AbsencePanel({ personId, board, view, now, mayEnter, onPerson, onClose }: AbsencePanelProps) {
  const store = useLiveStore()
  const notice = useNotice()
  const person = personId === null ? undefined : view.people[personId]
  const people = Object.values(view.people)
  return (
    <SidePanel open={personId !== null} title={person?.name ?? t.enter} onClose={onClose}>
      {person === undefined ? (
        <Autocomplete
          size="small"
          filterOptions={fewOptions}
          options={people.sort((a, b) => a.name.localeCompare(b.name)).map(({ id }) => id)}
          getOptionLabel={(id) => view.people[id]?.name ?? id}
          getOptionKey={(id) => id}
          value={null}
          onChange={(_, chosen) => chosen !== null && onPerson(chosen)}
          renderInput={(params) => <TextField {...params} label={t.person} autoFocus />}
        />
      ) : (
        <>
          {person.queueIds.length > 0 && (
            <Typography variant="body2">
              {en.personPanel.serves}: {person.queueIds.map((id) => queueName(view, id)).join(', ')}
            </Typography>
          )}
          <PersonTimes
            key={person.id}
            person={person}
            plan={board.plan}
            rota={board.rota}
            now={now}
            mayEnter={mayEnter}
            act={async (type, body) => {
              await sendCommand(store, type, body)
              notice(type === 'enterAbsence' ? t.entered : t.takenBack, 'done')
            }}
            consequences={(span) => leftAlone(view, board, person, span)}
          />
        </>
      )}
    </SidePanel>
  )
}

/** The queues of somebody in which nobody else is on shift for some of what they would have worked, as sentences. */
function leftAlone(view: View, { rota }: Board, person: PersonView, { from, to }: Span): string[] {
  const dutyOf = (one: PersonView) => rota.duty(one, one.absences, from, to)
  const { working } = dutyOf(person)
  return (view.plan?.queues ?? []).flatMap(({ agentIds, name, service }) => {
    if (service !== 'inService' || !agentIds.includes(person.id)) return []
    const others = agentIds.flatMap((id) => (id === person.id ? [] : (view.people[id] ?? [])))
    const ms = aloneMs(working, others.map(dutyOf))
    return ms === 0 ? [] : [t.alone(name, lengthText(ms))]
  })
}
