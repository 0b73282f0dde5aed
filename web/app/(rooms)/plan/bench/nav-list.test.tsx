/** @jest-environment jsdom */
import { expect, test } from '@jest/globals'
import { render, screen } from '@testing-library/react'
import { NavList } from './nav-list.tsx'

const people = ['ana', 'ines', 'joao', 'bram', 'mei', 'rosalind'].map((id) => ({ id, name: `Of ${id}` }))

const list = (findings: ReadonlyMap<string, number>, brief: boolean) => (
  <NavList
    title="People"
    items={people}
    findings={findings}
    selected="ines"
    making={false}
    freshLabel="New person"
    onChoose={() => undefined}
    table={{ href: '/plan/people', name: 'All 6 people', worst: '/plan/people?worst' }}
    brief={brief}
  />
)

test.each([true, false])('what is counted later adds no row, nor takes one (brief: %s)', (brief) => {
  const names = (): (string | null)[] =>
    screen.getAllByRole('button').map((row) => row.querySelector('[title]')?.getAttribute('title') ?? null)
  const { rerender } = render(list(new Map(), brief))
  const before = names()
  expect(before).toEqual(brief ? ['Of ines'] : people.map(({ name }) => name))
  rerender(list(new Map(people.map(({ id }) => [id, 2])), brief))
  expect(names()).toEqual(before)
  // Those with something to mend are one press away.
  expect(screen.getByLabelText('12 warnings').getAttribute('href')).toBe('/plan/people?worst')
})
