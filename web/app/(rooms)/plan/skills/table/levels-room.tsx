'use client'
import type { PersonId, SkillId } from '@eudromos/core/plan'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import Papa from 'papaparse'
import { useEffect, useMemo, useState } from 'react'
import { download } from '../../../../../components/download.ts'
import { FileButton } from '../../../../../components/files/file-button.tsx'
import { request } from '../../../../../components/stream/send.ts'
import { en } from '../../../../../messages/en.ts'
import { levelsTable as t } from '../../../../../messages/skills.ts'
import type { PlanState } from '../../../../../server/plan/plan.ts'
import { inBrowser } from '../../bench/in-browser.tsx'
import { Trouble } from '../../form/form-parts.tsx'
import { usePublishing } from '../../form/publishing.ts'
import { readCsv } from '../../table/rows.ts'
import { TablePage } from '../../table/table-page.tsx'
import { ReadingDialog } from './reading-dialog.tsx'
import { hasHeader, keyOf, readBlock, readTable, tableRows, type Change, type Named, type Reading } from './levels.ts'
import { LevelsGrid, type Place } from './levels-grid.tsx'

const rowsOf = (text: string, delimiter: string): string[][] =>
  Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { delimiter, skipEmptyLines: false }).data

/** Who can do what: everybody's levels in every skill, edited in place, read from and written for a spreadsheet. */
export const LevelsRoom = inBrowser(function LevelsRoom({ initial, mayEdit }) {
  const [plan, setPlan] = useState(initial)
  const [edits, setEdits] = useState<ReadonlyMap<string, Change>>(new Map())
  const [filter, setFilter] = useState('')
  const [sortedBy, setSortedBy] = useState<SkillId | null>(null)
  const [at, setAt] = useState<Place>({ row: 0, column: 0 })
  const [reading, setReading] = useState<Reading | null>(null)
  const { publish, trouble, busy } = usePublishing()
  const { skills, people: planned } = plan.document
  const published = useMemo(
    () =>
      new Map(planned.flatMap(({ id, skills: own }) => own.map(({ skillId, level }) => [keyOf(id, skillId), level]))),
    [planned],
  )
  const levels = useMemo(() => {
    const all = new Map(published)
    for (const [key, { level }] of edits) all.set(key, level)
    return all
  }, [published, edits])
  const agents = useMemo(
    (): Named<PersonId>[] =>
      plan.people
        .filter(({ roles }) => roles.includes('agent'))
        .map(({ id, name }) => ({ id, name }))
        .sort((a, b) => a.name.localeCompare(b.name, 'en')),
    [plan.people],
  )
  // By what is published: rows do not jump while one edits.
  const shown = useMemo(() => {
    const wanted = filter.trim().toLowerCase()
    const named = agents.filter(({ name }) => name.toLowerCase().includes(wanted))
    if (sortedBy === null) return named
    const of = ({ id }: Named<PersonId>): number => published.get(keyOf(id, sortedBy)) ?? 0
    return [...named].sort((a, b) => of(b) - of(a))
  }, [agents, filter, sortedBy, published])
  const dirty = edits.size > 0
  useEffect(() => {
    if (!dirty) return
    const stay = (event: BeforeUnloadEvent): void => event.preventDefault()
    window.addEventListener('beforeunload', stay)
    return () => window.removeEventListener('beforeunload', stay)
  }, [dirty])
  const take = (changes: readonly Change[]): void =>
    setEdits((before) => {
      const next = new Map(before)
      for (const change of changes) {
        const key = keyOf(change.personId, change.skillId)
        if ((published.get(key) ?? 0) === change.level) next.delete(key)
        else next.set(key, change)
      }
      return next
    })
  const reload = async (): Promise<void> => setPlan(await request<PlanState>('/api/plan/queues'))
  const save = async (): Promise<void> => {
    if (!(await publish('/api/plan/levels', { draft: plan.draft, levels: [...edits.values()] }))) return
    await reload()
    setEdits(new Map())
  }
  const exportTable = (): void => {
    const text = Papa.unparse(tableRows(shown, skills, levels), { newline: '\r\n', escapeFormulae: true })
    download('people-by-skills.csv', 'text/csv', `${text}\r\n`)
  }
  const readFile = async (chosen: File): Promise<void> =>
    setReading(readTable(await readCsv(chosen), agents, skills, levels))
  const paste = (text: string, place: Place): void => {
    const rows = rowsOf(text.replace(/\r?\n$/, ''), '\t')
    const read = hasHeader(rows)
      ? readTable(rows, agents, skills, levels)
      : readBlock(rows, shown, skills, place, levels)
    if (read.faults.length > 0 || read.changes.length > 50) setReading(read)
    else take(read.changes)
  }
  return (
    <TablePage
      title={t.title}
      back={t.back}
      actions={
        <>
          <TextField
            label={t.filter}
            value={filter}
            onChange={({ target }) => {
              setFilter(target.value)
              setAt({ row: 0, column: at.column })
            }}
            sx={{ width: 220 }}
          />
          <Button onClick={exportTable}>{t.export}</Button>
          {mayEdit && <FileButton label={t.import} onFile={readFile} />}
        </>
      }
    >
      {!mayEdit && <Alert severity="info">{en.plan.readOnly}</Alert>}
      <Trouble trouble={trouble} onReload={reload} />
      <Typography variant="body2" sx={{ color: 'text.secondary' }}>
        {mayEdit ? t.help : t.helpReading} {t.shown(shown.length, agents.length)}
      </Typography>
      {skills.length === 0 ? (
        <Typography>{t.noSkills}</Typography>
      ) : (
        <LevelsGrid
          people={shown}
          skills={skills}
          levels={levels}
          changed={new Set(edits.keys())}
          at={at}
          sortedBy={sortedBy}
          mayEdit={mayEdit}
          onPlace={setAt}
          onSort={setSortedBy}
          onLevel={(personId, skillId, level) => take([{ personId, skillId, level }])}
          onCopy={() => Papa.unparse(tableRows(shown, skills, levels), { delimiter: '\t', newline: '\n' })}
          onPaste={paste}
        />
      )}
      {mayEdit && (
        <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', justifyContent: 'flex-end' }}>
          <Typography role="status" variant="body2" sx={{ flex: 1 }}>
            {t.changed(edits.size)}
          </Typography>
          <Button disabled={!dirty || busy !== null} onClick={() => setEdits(new Map())}>
            {en.plan.undo}
          </Button>
          <Button variant="contained" disabled={!dirty || busy !== null} onClick={() => void save()}>
            {busy ?? en.plan.save}
          </Button>
        </Box>
      )}
      <ReadingDialog
        reading={reading}
        nameOf={(id) => [...agents, ...skills].find((one) => one.id === id)?.name ?? id}
        before={(change) => levels.get(keyOf(change.personId, change.skillId)) ?? 0}
        onClose={() => setReading(null)}
        onTake={(changes) => {
          take(changes)
          setReading(null)
        }}
      />
    </TablePage>
  )
})
