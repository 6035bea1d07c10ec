import type { InsideAnswer } from '../generated/api'

type Slot = InsideAnswer['slots'][number]
type Part = Slot['parts'][number]

const part = (
  name: string,
  sort: Part['sort'],
  says: string | null,
  bytes: number,
  whole: boolean | null = true,
): Part => ({
  name,
  sort,
  bytes,
  whole,
  of: says,
  says: whole === null ? null : says,
})
const MIB = 2 ** 20

/** A made-up phone in the middle of an install: one slot starts, the other has just been written. */
function slot(name: string, system: string, firmware: string, differs: Partial<Slot>, cut = false): Slot {
  return {
    slot: name,
    startsNext: false,
    running: false,
    retriesLeft: 3,
    mostRetries: 3,
    startedWell: true,
    merging: false,
    layout: null,
    verification: null,
    parts: [
      part('boot', 'start', system, 64 * MIB),
      part('dtbo', 'start', system, 8 * MIB),
      part('system', 'in super', system, 1536 * MIB, !cut),
      part('vendor', 'in super', system, 640 * MIB),
      part('modem', 'firmware', firmware, 160 * MIB),
      part('trust', 'firmware', firmware, 8 * MIB),
    ],
    added: [],
    ...differs,
  }
}

const phone: InsideAnswer = {
  serial: 'SAMPLE',
  mode: 'recovery',
  unlocked: true,
  battery: 82,
  slots: [
    slot('a', 'Saltern 15.2', '5.2.11', { startsNext: true, retriesLeft: 3, startedWell: false }),
    slot('b', 'Ostrand Deck 14', '5.2.8', { retriesLeft: 0 }, true),
  ],
  super: {
    bytes: 6144 * MIB,
    parts: [
      { slot: 'a', name: 'system', bytes: 1536 * MIB },
      { slot: 'a', name: 'product', bytes: 768 * MIB },
      { slot: 'a', name: 'vendor', bytes: 640 * MIB },
      { slot: 'b', name: 'system', bytes: 1400 * MIB },
      { slot: 'b', name: 'vendor', bytes: 600 * MIB },
    ],
    freeBytes: 1200 * MIB,
  },
  data: {
    fileSystem: 'f2fs',
    encryption: 'file',
    empty: false,
    keysOf: 'Saltern',
    keysRelease: '15',
    keysLeftByWipe: false,
    freeBytes: null,
    holds: ['apps', 'photos', 'messages'],
    files: [],
    openToRecovery: true,
  },
  card: { present: false, freeBytes: null, files: [] },
  damage: [],
}

export const sample = phone

type Data = InsideAnswer['data']
const data: Record<'disk' | 'file' | 'metadata' | 'wiped' | 'formatted', Partial<Data>> = {
  disk: { encryption: 'disk', fileSystem: 'ext4', openToRecovery: false },
  file: { encryption: 'file' },
  metadata: { encryption: 'metadata', openToRecovery: false },
  wiped: {
    empty: true,
    keysOf: 'Ostrand Deck',
    keysRelease: '14',
    keysLeftByWipe: true,
    holds: [],
    openToRecovery: false,
  },
  formatted: { encryption: 'none', empty: true, keysOf: null, keysRelease: null, holds: [] },
}
/** The sample phone with its data in another state. */
export const dataOf = (state: keyof typeof data): InsideAnswer => ({
  ...phone,
  data: { ...phone.data, ...data[state] },
})

/** What a slot starts from, on phones that differ in where the recovery lives. */
export function recoveryIn(place: 'recovery' | 'boot' | 'vendor_boot'): Slot {
  const says: Record<string, string> = { boot: 'kernel', vendor_boot: 'drivers of the maker', recovery: 'recovery' }
  const names = place === 'recovery' ? ['boot', 'recovery'] : place === 'boot' ? ['boot'] : ['boot', 'vendor_boot']
  const words = (name: string): string =>
    name === place && name !== 'recovery' ? `${says[name]}, and the recovery` : says[name]!
  return slot('a', '', '', {
    startsNext: true,
    parts: names.map((name) => part(name, 'start', words(name), 64 * MIB)),
  })
}

export const verified: Slot = slot('a', 'Saltern 15.2', '5.2.11', {
  startsNext: true,
  parts: [
    part('boot', 'start', 'Saltern 15.2', 64 * MIB),
    part('system', 'in super', 'Saltern 15.2', 1536 * MIB),
    part('check', 'check', 'covers boot', 64 * 1024),
    part('check_system', 'check', 'covers system', 64 * 1024),
  ],
})
