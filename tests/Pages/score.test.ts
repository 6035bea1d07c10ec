import { describe, expect, it } from 'vitest'
import type { FindingRow } from '../../resources/js/generated/api'
import { actionOf, bySeverity } from '../../resources/js/job/settling'
import { lanes, layOut, type Step } from '../../resources/js/job/scoreLayout'

const step = (expectedSeconds: number, mode = 'system', modeAfter = mode): Step =>
  ({ expectedSeconds, mode, modeAfter }) as Step

describe('where the steps of a score lie', () => {
  it('lays them side by side over the whole width, each wide enough to be hit', () => {
    const places = layOut([step(1), step(600), step(60)], 800)
    expect(places[0]!.x).toBe(0)
    places.forEach((place, index) => {
      expect(place.width).toBeGreaterThanOrEqual(22)
      const next = places[index + 1]
      expect(place.x + place.width).toBeCloseTo(next ? next.x : 800)
    })
  })

  it('gives more room to what takes longer, and hides nothing where there is too little room', () => {
    const [short, long] = layOut([step(1), step(600)], 300)
    expect(long!.width).toBeGreaterThan(short!.width)
    expect(layOut([step(1), step(600)], 10).every((place) => place.width >= 22)).toBe(true)
  })

  it('has a line for each mode that is passed through, in the order of the picture', () => {
    expect(lanes([step(1, 'bootloader', 'recovery'), step(1, 'system', 'bootloader')])).toEqual([
      'system',
      'recovery',
      'bootloader',
    ])
  })
})

describe('what can be done about a finding', () => {
  const finding = (severity: FindingRow['severity'], ...kinds: FindingRow['actions'][number]['do'][]): FindingRow =>
    ({ severity, actions: kinds.map((kind) => ({ do: kind, fact: null, file: null, loss: null })) }) as FindingRow

  it('is the first action of one of the kinds that are asked for', () => {
    expect(actionOf(finding('settle', 'enter-fact', 'agree'), 'agree', 'let-plan-do-it')?.do).toBe('agree')
    expect(actionOf(finding('stop', 'get-file'), 'agree')).toBeUndefined()
  })

  it('stands above what is in order', () => {
    const order = [finding('clear'), finding('settle'), finding('stop'), finding('note'), finding('mind')]
    expect(order.sort(bySeverity).map((one) => one.severity)).toEqual(['stop', 'settle', 'mind', 'note', 'clear'])
  })
})
