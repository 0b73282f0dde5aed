/** @jest-environment jsdom */
import { render, screen } from '@testing-library/react'
import { LinkedText, partsOf } from './linked-text.tsx'

test('addresses become links that tell the other site nothing', () => {
  render(<LinkedText text="See https://skerrow.example/times?d=1, please." />)
  const link = screen.getByRole('link')
  expect(link.getAttribute('href')).toBe('https://skerrow.example/times?d=1')
  expect(link.getAttribute('rel')).toContain('noopener')
})

test('what looks like HTML or a script stays text', () => {
  const evil = '<img src=x onerror=alert(1)> javascript:alert(1)'
  const { container } = render(<LinkedText text={evil} />)
  expect(container.textContent).toBe(evil)
  expect(container.querySelector('img, a')).toBeNull()
})

test('no word is lost', () => {
  const text = 'a http://x.example b https://y.example/z. c'
  expect(
    partsOf(text)
      .map((part) => part.text)
      .join(''),
  ).toBe(text)
})
