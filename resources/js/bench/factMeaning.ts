import { t } from '../app/i18n'
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
    title: t('bench.factMeaning.startsFrom'),
    means: t('bench.factMeaning.startsFromMeans'),
    names: new RegExp(
      '^(mode|slot\\.(active|running)|second\\.|trial\\.|update\\.|recovery\\.|' +
        'slot\\.[ab-]\\.(os|bootable|successful|retriesLeft|kernel|root|image|recovery))',
    ),
  },
  {
    title: t('bench.factMeaning.standsOn'),
    means: t('bench.factMeaning.standsOnMeans'),
    names: /^(slot\.[ab-]\.(firmware|vendor|verification|layout|size)|layout\.|bootloader\.rollbackIndex)/,
  },
  {
    title: t('common.data'),
    means: t('bench.factMeaning.dataMeans'),
    names: /^(data\.|card\.|storage\.|sets\.|slot\.[ab-]\.encryption)/,
  },
  {
    title: t('bench.factMeaning.locks'),
    means: t('bench.factMeaning.locksMeans'),
    names: /^(locks\.|bootloader\.)/,
  },
  { title: t('common.battery'), means: t('bench.factMeaning.batteryMeans'), names: /^battery\./ },
  { title: t('bench.factMeaning.link'), means: t('bench.factMeaning.linkMeans'), names: /^(link\.|debugging\.)/ },
  { title: t('bench.factMeaning.identity'), means: t('bench.factMeaning.identityMeans'), names: /./ },
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
      complete: system || t('bench.factMeaning.unknownSystem'),
      incomplete: t('bench.factMeaning.writtenInPart', { system }).trim(),
      none: t('common.noSystem'),
    }
    const row = (label: string, text: string): SlotRow => ({
      label,
      text: text || t('common.notKnown'),
      known: text !== '',
    })
    const retries = byName.get(of('retriesLeft'))?.value
    return {
      slot,
      active,
      retriesLeft: typeof retries === 'number' ? retries : null,
      rows: [
        row(t('common.system'), state === null ? '' : (states[state] ?? '')),
        row(t('common.recovery'), say(of('recovery.family'), of('recovery.version'))),
        row(t('common.firmware'), say(of('firmware.version'))),
        row(t('bench.factMeaning.vendor'), say(of('vendor.version'), of('vendor.channel'))),
        row(t('bench.factMeaning.kernel'), say(of('kernel.name'), of('kernel.version'))),
      ].filter((one) => one.known || [t('common.system'), t('common.firmware')].includes(one.label)),
    }
  })
}
