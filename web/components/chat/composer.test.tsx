/** @jest-environment jsdom */
import { fireEvent, render, screen } from '@testing-library/react'
import { useState } from 'react'
import type { ReplyTemplate } from '@eudromos/core/plan'
import { Composer } from './composer.tsx'

const template = (id: string, text: string): ReplyTemplate => ({ id, name: `Name ${id}`, text, teamIds: [] })
const all = [template('a', 'The {ship} is late.'), template('b', 'The lift is on deck 5.'), template('c', 'Thank you.')]
const found = (words: string): ReplyTemplate[] => all.filter(({ text }) => text.toLowerCase().includes(words))

let sent: string[] = []
beforeEach(() => (sent = []))

function Writing({ plain = false }: { plain?: boolean }) {
  const [text, setText] = useState('')
  return (
    <Composer
      label="Write"
      value={text}
      onChange={setText}
      onSend={() => sent.push(text)}
      onTyping={() => undefined}
      templates={plain ? undefined : found}
    />
  )
}

const field = (): HTMLTextAreaElement => screen.getByRole('textbox', { name: 'Write' })
const type = (value: string): boolean => fireEvent.change(field(), { target: { value } })
const press = (key: string, rest = {}): boolean => fireEvent.keyDown(field(), { key, ...rest })
const options = (): string[] => screen.queryAllByRole('option').map(({ textContent }) => textContent ?? '')
const chosen = (): string | null => screen.queryByRole('option', { selected: true })?.textContent ?? null

test('Enter sends what is written, Shift Enter and blanks do not', () => {
  render(<Writing />)
  type('   ')
  press('Enter')
  type('Good morning')
  press('Enter', { shiftKey: true })
  expect(sent).toEqual([])
  press('Enter')
  expect(sent).toEqual(['Good morning'])
})

test('after a slash templates are found by words, chosen by arrows, and Enter takes one instead of sending', () => {
  render(<Writing />)
  type('/')
  expect(options()).toHaveLength(3)
  type('Hello /the')
  expect(options()).toHaveLength(2)
  expect(chosen()).toContain('Name a')
  press('ArrowDown')
  expect(chosen()).toContain('Name b')
  press('ArrowDown')
  expect(chosen()).toContain('Name a')
  press('ArrowUp')
  press('Enter')
  expect(sent).toEqual([])
  expect(field().value).toBe('Hello The lift is on deck 5.')
  expect(options()).toEqual([])
})

test('what is to be filled in stands marked', () => {
  jest.useFakeTimers()
  render(<Writing />)
  type('Dear /late')
  press('Tab')
  jest.runAllTimers()
  const { value, selectionStart, selectionEnd } = field()
  expect(value.slice(selectionStart, selectionEnd)).toBe('{ship}')
  jest.useRealTimers()
})

test('Escape puts the list away until something else is typed', () => {
  render(<Writing />)
  type('/lift')
  press('Escape')
  expect(options()).toEqual([])
  press('Enter')
  expect(sent).toEqual(['/lift'])
  type('/lif')
  expect(options()).toHaveLength(1)
})

test('a slash in words looks for nothing, and where nothing is found the words are sent as they are', () => {
  render(<Writing />)
  type('and/or')
  expect(screen.queryByRole('listbox')).toBeNull()
  type('see /something that no template has in it')
  expect(screen.queryByRole('listbox')).toBeNull()
  press('Enter')
  expect(sent).toHaveLength(1)
})

test('where there are no templates a slash is a slash', () => {
  render(<Writing plain />)
  type('/')
  expect(screen.queryByRole('listbox')).toBeNull()
})
