import { t } from '../app/i18n'
import type { ModelSheet } from '../generated/api'

/** A sheet in the form: the lists are there to add to, and what is unknown is left empty. */
export type SheetForm = ModelSheet & {
  variants: NonNullable<ModelSheet['variants']>
  partitions: NonNullable<ModelSheet['partitions']>
  battery: { chargePercentPerMinute?: number; drainPercentPerMinute?: number }
}

export const inForm = (sheet: ModelSheet): SheetForm =>
  ({ variants: [], partitions: [], battery: {}, fileSystems: [], encryptions: [], ...sheet }) as SheetForm

const mib = 2 ** 20
const gib = 2 ** 30
const part = (
  name: string,
  sizeBytes: number | undefined,
  perSlot: boolean,
  more: Partial<SheetForm['partitions'][number]> = {},
): SheetForm['partitions'][number] => ({ name, sizeBytes, perSlot, ...more })

/** The usual tables of partitions, by class of phone: to start from, not to be believed. */
export const classes: Record<
  string,
  { words: string; sheet: Pick<SheetForm, 'slots' | 'recoveryHome' | 'dynamicLayout' | 'superBytes' | 'partitions'> }
> = {
  vendorBoot: {
    words: t('sheet.blank.twoSlotsRecoveryVendor'),
    sheet: {
      slots: 2,
      recoveryHome: 'vendor_boot',
      dynamicLayout: 'native',
      superBytes: 8 * gib,
      partitions: [
        part('boot', 64 * mib, true, { startsSystem: true }),
        part('dtbo', 16 * mib, true, { startsSystem: true }),
        part('vendor_boot', 64 * mib, true, { startsSystem: true }),
        part('modem', 160 * mib, true, { firmware: true }),
        ...['system', 'system_ext', 'product', 'vendor'].map((name) => part(name, undefined, true, { logical: true })),
        part('super', 8 * gib, false),
        part('data', 100 * gib, false),
      ],
    },
  },
  boot: {
    words: t('sheet.blank.twoSlotsRecoveryBoot'),
    sheet: {
      slots: 2,
      recoveryHome: 'boot',
      dynamicLayout: 'native',
      superBytes: 7 * gib,
      partitions: [
        part('boot', 96 * mib, true, { startsSystem: true }),
        part('dtbo', 16 * mib, true, { startsSystem: true }),
        part('modem', 160 * mib, true, { firmware: true }),
        ...['system', 'product', 'vendor'].map((name) => part(name, undefined, true, { logical: true })),
        part('super', 7 * gib, false),
        part('data', 100 * gib, false),
      ],
    },
  },
  own: {
    words: t('sheet.blank.oneSlotRecoveryIts'),
    sheet: {
      slots: 1,
      recoveryHome: 'recovery',
      dynamicLayout: 'none',
      superBytes: undefined,
      partitions: [
        part('boot', 64 * mib, false, { startsSystem: true }),
        part('recovery', 64 * mib, false),
        part('modem', 96 * mib, false, { firmware: true }),
        part('system', 4 * gib, false),
        part('vendor', gib, false),
        part('cache', 256 * mib, false),
        part('data', 50 * gib, false),
      ],
    },
  },
}

/** Nothing is filled in: what nobody has said is not known. */
export const blankSheet = (): SheetForm =>
  inForm({ format: 'tornavis/model-sheet', version: 2, codename: '', variants: [{ model: '' }] })

/** The sheet with a usual table in it; each of its fields is a guess until somebody says it. */
export function startedFrom(sheet: SheetForm, name: string): SheetForm {
  const usual = structuredClone(classes[name]!.sheet)
  const guessed = Object.fromEntries(Object.keys(usual).map((field) => [field, 'guessed'])) as ModelSheet['grades']
  return { ...sheet, ...usual, grades: { ...sheet.grades, ...guessed } }
}

/** The sheet as it is kept: empty texts and lists that were left out are not in it. */
export function tidy(sheet: SheetForm): ModelSheet {
  const full = (value: unknown): boolean =>
    value !== '' && value !== undefined && value !== null && !(typeof value === 'number' && Number.isNaN(value))
  const clean = <T extends object>(one: T): T =>
    Object.fromEntries(Object.entries(one).filter(([, value]) => full(value))) as T
  const out = clean({
    ...sheet,
    variants: sheet.variants.map(clean).filter((one) => Object.keys(one).length > 0),
    partitions: sheet.partitions.map((one) =>
      Object.fromEntries(Object.entries(one).filter(([key, value]) => value !== false || key === 'perSlot')),
    ),
  }) as ModelSheet
  if (out.unlock && !full(out.unlock.waitHours)) delete out.unlock
  else if (out.unlock) out.unlock = clean(out.unlock)
  if (out.version === 2) {
    for (const field of ['variants', 'partitions', 'battery', 'fileSystems', 'encryptions'] as const) {
      const part = out[field]
      if (part && Object.keys(part).length === 0) delete out[field]
    }
  }
  if (out.encryptions?.length === 0) delete out.encryptions
  if (out.keys && Object.keys(out.keys).length === 0) delete out.keys
  if (out.alsoSoldAs?.length === 0) delete out.alsoSoldAs
  if (out.superGroups?.length === 0) delete out.superGroups
  return out
}

/** Names with commas between them, as a person types them. */
export const words = (list: string[] | undefined): string => (list ?? []).join(', ')
export const list = (text: string): string[] =>
  text
    .split(',')
    .map((one) => one.trim())
    .filter(Boolean)
