import { getCookies } from 'better-auth/cookies'
import { cookiesOf, sessionCookie as nameOf } from './auth.ts'

jest.mock('server-only', () => ({}))

const sessionCookie = (origin: string) => getCookies({ advanced: cookiesOf(origin), baseURL: origin }).sessionToken

test('behind https the session’s cookie is of this host alone, and goes nowhere without', () => {
  const { name, attributes } = sessionCookie('https://centre.example')
  expect(name).toBe('__Host-eudromos.session_token')
  expect(nameOf('https://centre.example')).toBe(name)
  expect(attributes).toMatchObject({ secure: true, httpOnly: true, sameSite: 'strict', path: '/' })
  expect(attributes.domain).toBeUndefined()
})

test('on loopback without https a browser keeps it too', () => {
  const { name, attributes } = sessionCookie('http://127.0.0.1:4700')
  expect(name).toBe('eudromos.session_token')
  expect(nameOf('http://127.0.0.1:4700')).toBe(name)
  expect(attributes).toMatchObject({ secure: false, httpOnly: true, sameSite: 'strict' })
})
