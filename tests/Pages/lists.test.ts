import { describe, expect, it } from 'vitest'
import type { JobsAnswer } from '../../resources/js/generated/api'
import { articles, linked } from '../../resources/js/handbook/articles'
import { matches, sorted } from '../../resources/js/job/jobOrder'
import type { Step } from '../../resources/js/job/scoreLayout'
import { calmOf } from '../../resources/js/run/calm'
import { mostTelling } from '../../resources/js/run/done'

type Row = JobsAnswer['jobs'][number]

const job = (id: number, label: string, level: string, more: Partial<Row> = {}): Row =>
  ({
    id,
    build: 'Saltern 15.2',
    intent: 'Fresh install',
    card: { label, codename: 'bowline' },
    verdict: { level, toSettle: 0, words: level },
    waitsFor: null,
    openedAt: `2026-01-0${id}T00:00:00+00:00`,
    run: null,
    ...more,
  }) as Row
const run = (status: string): Row['run'] => ({ id: 1, status, step: 3, steps: 9 }) as Row['run']

describe('the list of jobs', () => {
  const jobs = [
    job(1, 'B', 'stop'),
    job(2, 'A', 'clear'),
    job(3, 'C', 'clear', { run: run('running') }),
    job(4, 'D', 'clear', { run: run('gated') }),
  ]
  const ids = (rows: Row[]): number[] => rows.map((row) => row.id)

  it('can be read by phone, by age, and by what needs the person first', () => {
    expect(ids(sorted(jobs, { by: 'phone', down: false }))).toEqual([2, 1, 3, 4])
    expect(ids(sorted(jobs, { by: 'opened', down: true }))).toEqual([4, 3, 2, 1])
    expect(ids(sorted(jobs, { by: 'stands', down: false }))).toEqual([4, 3, 2, 1])
  })

  it('finds every word wherever it stands, and nothing where one is missing', () => {
    const waits = job(5, 'E', 'settle', { waitsFor: 'Battery at 60 percent or more: 23 percent' })
    expect([...jobs, waits].filter(matches('bowline battery'))).toEqual([waits])
    expect(jobs.filter(matches('bowline battery'))).toEqual([])
    expect(jobs.filter(matches(' '))).toHaveLength(4)
  })
})

describe('a text with words that are explained', () => {
  it('leads from the first place of each, and loses no letter', () => {
    const text = 'The Slot is written, then the other slot; a wiped slot keeps its keys.'
    const pieces = linked(text)
    expect(pieces.map((piece) => piece.text).join('')).toBe(text)
    expect(pieces.filter((piece) => piece.article).map((piece) => [piece.text, piece.article!.id])).toEqual([
      ['Slot', 'slots'],
      ['wiped', 'wipe-and-format'],
    ])
  })

  it('does not find a word inside another one', () => {
    expect(linked('superb slotted information').every((piece) => piece.article === null)).toBe(true)
  })

  it('has one article for each word', () => {
    const words = articles.flatMap((article) => article.words)
    expect(new Set(words).size).toBe(words.length)
  })
})

describe('what is left for somebody who is not needed', () => {
  const step = (number: number, expectedSeconds: number, gate: string | null = null): Step =>
    ({ number, expectedSeconds, gate }) as Step
  const steps = [step(1, 60), step(2, 100), step(3, 40, 'erases'), step(4, 10, 'erases')]

  it('counts to the next gate and to the end', () => {
    const calm = calmOf(steps, 1, 20)
    expect(calm).toMatchObject({ ofStep: 40, ofRun: 190 })
    expect(calm.next).toEqual({ step: steps[2], inSeconds: 140 })
  })

  it('says nothing of a step that takes longer than usual, and of no gate where none is left', () => {
    expect(calmOf(steps, 1, 61).ofStep).toBeNull()
    expect(calmOf(steps, 4, 0).next).toBeNull()
  })
})

it('tells of the system before the battery when a run is over, and of nothing that is the same or empty', () => {
  type Change = Parameters<typeof mostTelling>[0][number]
  const change = (name: string, before: string, after: string): Change => ({ name, before, after }) as Change
  const changes = [
    change('battery.percent', '82 %', '77 %'),
    change('data.files', 'unknown', ''),
    change('slot.a.firmware.version', '5.2.8', '5.2.11'),
    change('slot.active', 'a', 'a'),
    change('slot.a.os.version', '14', '15.2'),
  ]
  expect(mostTelling(changes, 2).map((one) => one.name)).toEqual(['slot.a.os.version', 'slot.a.firmware.version'])
  expect(mostTelling(changes, 9)).toHaveLength(3)
})
