import type { ComputedRef, InjectionKey } from 'vue'
import type { ModelSheet, SheetDecidesAnswer } from '../generated/api'
import { gradeOf } from './sources'

/** Labels of the phones whose job depends on a field, by field; empty where it is only not known yet. */
export type FirstFields = Map<string, string[]>
export const firstKey: InjectionKey<ComputedRef<FirstFields>> = Symbol('first fields')

/** What a plan may ask of every sheet that is not whole. */
const ASKED = [
  'slots',
  'recoveryHome',
  'dynamicLayout',
  'architecture',
  'launchApi',
  'pcFlash',
  'verification',
  'partitions',
  'superBytes',
] as const

/** The fields to show first: those that an open job depends on, and those that are not known or only inferred. */
export function firstFields(sheet: ModelSheet | null, asked: SheetDecidesAnswer | null): FirstFields {
  const first: FirstFields = new Map()
  for (const { field, units } of asked?.fields ?? []) first.set(field, units)
  if (sheet?.version !== 2) return first
  for (const field of ASKED) {
    const isOpen = sheet[field] === undefined || gradeOf(sheet, field) === 'guessed'
    const isNeeded = field !== 'superBytes' || sheet.dynamicLayout !== 'none'
    if (isOpen && isNeeded && !first.has(field)) first.set(field, [])
  }
  return first
}
