import { describe, expect, it } from 'vitest'
import { rebased, type Changeable } from '../../resources/js/job/changes'

/* Two changes in quick succession: the second was meant for the job as the first has left it. */

const base: Changeable = { kit: [1, 2], answers: { agreed: ['a'], house: { route: 'sideload' } } }
const now: Changeable = {
  kit: [1, 2, 3],
  answers: { agreed: ['a', 'b'], house: { route: 'sideload' }, waived: ['apps'] },
}

describe('rebased', () => {
  it('adds to what another change has added', () => {
    expect(rebased({ kit: [1, 2, 4] }, base, now)).toEqual({ kit: [1, 2, 3, 4] })
    expect(rebased({ answers: { ...base.answers, agreed: ['a', 'c'] } }, base, now).answers?.agreed).toEqual([
      'a',
      'b',
      'c',
    ])
  })

  it('takes out what was taken out, and leaves the rest', () => {
    expect(rebased({ kit: [2] }, base, now)).toEqual({ kit: [2, 3] })
    expect(rebased({ answers: { ...base.answers, agreed: [] } }, base, now).answers?.agreed).toEqual(['b'])
  })

  it('changes one choice and keeps the others', () => {
    const wanted = { ...base.answers, house: { route: 'storage' } }
    expect(rebased({ answers: wanted }, base, now).answers).toEqual({
      agreed: ['a', 'b'],
      house: { route: 'storage' },
      waived: ['apps'],
    })
  })

  it('forgets a choice that was taken back', () => {
    expect(rebased({ answers: { agreed: ['a'] } }, base, now).answers).toEqual({ agreed: ['a', 'b'], waived: ['apps'] })
  })

  it('is the same change where nothing has come between', () => {
    const wanted = { answers: { ...base.answers, agreed: ['a', 'c'] } }
    expect(rebased(wanted, base, base)).toEqual(wanted)
  })
})
