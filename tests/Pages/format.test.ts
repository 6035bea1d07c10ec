import { describe, expect, it } from 'vitest'
import { bytes, clock, duration, leftOf, valueText } from '../../resources/js/app/format'
import { headlineOf, leavesThePlan } from '../../resources/js/run/headline'

describe('sizes and times', () => {
  it.each([
    [0, '0 B'],
    [1023, '1023 B'],
    [1024, '1.0 KiB'],
    [1_572_864, '1.5 MiB'],
    [2_362_232_013, '2.2 GiB'],
  ])('says %d bytes as %s', (count, text) => expect(bytes(count)).toBe(text))

  it.each([
    [0, '0 s'],
    [59.4, '59 s'],
    [60, '1 min'],
    [3_599, '1 h 00'],
    [3_780, '1 h 03'],
  ])('says %d seconds as %s', (seconds, text) => expect(duration(seconds)).toBe(text))

  it.each([
    [1, '1 min'],
    [3_600, '1 h 00 min'],
    [86_400 + 4 * 3_600, '1 d 04 h'],
  ])('says that %d seconds are left as %s', (seconds, text) => expect(leftOf(seconds)).toBe(text))

  it('shows a clock that goes on past an hour', () => expect(clock(3_725)).toBe('62:05'))
})

it('says a value that nobody has seen as unknown, and never as no', () => {
  expect(valueText(null)).toBe('unknown')
  expect(valueText(undefined)).toBe('unknown')
  expect(valueText(false)).toBe('no')
  expect(valueText(0)).toBe('0')
  expect(valueText(['a', 'b'])).toBe('a, b')
})

describe('the headline of a run', () => {
  const step = { title: 'Format data', operation: 'format-data' } as Parameters<typeof headlineOf>[2]
  const sideload = { title: 'Sideload the build', operation: 'sideload' } as Parameters<typeof headlineOf>[2]

  it.each([
    ['running', '', step, 'Format data'],
    ['running', '', sideload, 'Leave the phone alone.'],
    ['asked', 'hands', sideload, 'Sideload the build'],
    ['asked', 'evidence', step, 'Look at the phone.'],
    ['asked', 'mode', step, 'Something needs you.'],
    ['lost', '', step, 'The link is gone. Looking for the phone.'],
    ['ended', '', undefined, 'Done. The phone runs what was planned.'],
  ])('is, where it is %s about "%s": %s', (status, about, at, text) => {
    expect(headlineOf(status, about, at)).toBe(text)
  })
})

describe('another plan from what the phone has now', () => {
  type Question = Parameters<typeof leavesThePlan>[0]
  const asked = (about: string, ...next: string[]): Question =>
    ({ about, ...(next.length ? { causes: next.map((one) => ({ next: one })) } : {}) }) as Question

  it('is offered where the phone is not as planned, or something seen may ask for one', () => {
    expect(leavesThePlan(asked('differs'))).toBe(true)
    expect(leavesThePlan(asked('something-else'))).toBe(true)
    expect(leavesThePlan(asked('something-else', 'again', 'replan'))).toBe(true)
  })

  it('is not offered where a look or the same step is what helps', () => {
    expect(leavesThePlan(asked('evidence'))).toBe(false)
    expect(leavesThePlan(asked('something-else', 'again', 'harmless'))).toBe(false)
    expect(leavesThePlan(null)).toBe(false)
  })
})
