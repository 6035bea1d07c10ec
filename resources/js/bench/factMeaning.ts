import type { UnitAnswer } from '../generated/api'

type Fact = UnitAnswer['facts'][number]

export interface Meaning {
  title: string
  /** What the work needs it for. */
  means: string
  facts: Fact[]
}

/** Groups in the order in which a person thinks of them; a fact belongs to the first whose pattern its name has. */
const groups: { title: string; means: string; names: RegExp }[] = [
  {
    title: 'Starts from',
    means: 'Where the phone is now, and what starts next.',
    names: new RegExp(
      '^(mode|slot\\.(active|running)|second\\.|trial\\.|update\\.|recovery\\.|' +
        'slot\\.[ab-]\\.(os|bootable|successful|retriesLeft|kernel|root|image|recovery))',
    ),
  },
  {
    title: 'Stands on',
    means: 'Firmware, vendor and verification, which a build has to fit.',
    names: /^(slot\.[ab-]\.(firmware|vendor|verification|layout|size)|layout\.|bootloader\.rollbackIndex)/,
  },
  {
    title: 'Data',
    means: 'What an erase takes, and who can read it.',
    names: /^(data\.|card\.|storage\.|sets\.|slot\.[ab-]\.encryption)/,
  },
  {
    title: 'Locks',
    means: 'What has to be opened or signed out before the work.',
    names: /^(locks\.|bootloader\.)/,
  },
  { title: 'Battery', means: 'Whether it lasts for the whole run.', names: /^battery\./ },
  { title: 'Link', means: 'Whether the computer reaches the phone, mode by mode.', names: /^(link\.|debugging\.)/ },
  { title: 'Which phone it is', means: 'What tells it from every other.', names: /./ },
]

/** The facts by what they mean for the work; groups of which nothing is known are left out. */
export function meanings(facts: Fact[]): Meaning[] {
  const found = groups.map(({ title, means }) => ({ title, means, facts: [] as Fact[] }))
  for (const fact of facts) found[groups.findIndex((group) => group.names.test(fact.name))]!.facts.push(fact)
  return found.filter((group) => group.facts.length > 0)
}

/** The oldest look of a group, for its head; null where nothing was looked at. */
export function oldestOf(facts: Fact[]): string | null {
  const times = facts.filter((fact) => fact.value !== null && fact.at).map((fact) => fact.at!)
  return times.length ? times.reduce((a, b) => (a < b ? a : b)) : null
}

export interface SlotRow {
  label: string
  text: string
  known: boolean
}
export interface SlotView {
  slot: string
  active: boolean
  rows: SlotRow[]
  retriesLeft: number | null
}

/** What lies in each slot, for the large picture. */
export function slotViews(slots: UnitAnswer['card']['slots'], facts: Fact[]): SlotView[] {
  const byName = new Map(facts.map((fact) => [fact.name, fact]))
  const say = (...names: string[]): string =>
    names
      .map((name) => byName.get(name))
      .filter((fact): fact is Fact => fact !== undefined && fact.value !== null)
      .map((fact) => fact.text)
      .join(' ')
  return slots.map(({ slot, active, state }) => {
    const of = (name: string): string => `slot.${slot}.${name}`
    const system = say(of('os.family'), of('os.version'))
    const states: Record<string, string> = {
      complete: system || 'a system, family not known',
      incomplete: `${system} written in part`.trim(),
      none: 'no system',
    }
    const row = (label: string, text: string): SlotRow => ({ label, text: text || 'not known', known: text !== '' })
    const retries = byName.get(of('retriesLeft'))?.value
    return {
      slot,
      active,
      retriesLeft: typeof retries === 'number' ? retries : null,
      rows: [
        row('System', state === null ? '' : (states[state] ?? '')),
        row('Recovery', say(of('recovery.family'), of('recovery.version'))),
        row('Firmware', say(of('firmware.version'))),
        row('Vendor', say(of('vendor.version'), of('vendor.channel'))),
        row('Kernel', say(of('kernel.name'), of('kernel.version'))),
      ].filter((one) => one.known || ['System', 'Firmware'].includes(one.label)),
    }
  })
}
